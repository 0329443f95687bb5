using System.Collections.Generic;
using static Waxmoor.Shared.Weights;
using Text = System.Text.StringBuilder;

namespace Waxmoor.Models
{
    public class Hive
    {
    }

    public class Frame
    {
        List<Hive> hives = new List<Hive>();
        int most = Most;
        Text text = new Text();
    }
}
