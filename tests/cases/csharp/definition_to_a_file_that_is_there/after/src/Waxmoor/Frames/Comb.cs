using System;
using System.Collections.Generic;
using Text = System.Text.StringBuilder;
using Waxmoor.Models;
using static Waxmoor.Shared.Weights;

namespace Waxmoor.Frames
{
	public class Comb
	{
		public int Cells;
	}

	public class Frame
    {
        List<Hive> hives = new List<Hive>();
        int most = Most;
        Text text = new Text();
    }
}
