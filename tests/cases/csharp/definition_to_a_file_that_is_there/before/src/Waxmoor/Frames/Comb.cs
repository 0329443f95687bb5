using System;

namespace Waxmoor.Frames
{
	public class Comb
	{
		public int Cells;
	}
}
