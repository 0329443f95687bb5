using System.Collections.Generic;

namespace Waxmoor.Models
{
    public class Hive
    {
        List<Frame> frames;
    }

    /// <summary>Holds a comb.</summary>
    public class Frame
    {
        public Frame(List<Hive> hives)
        {
        }
    }
}
