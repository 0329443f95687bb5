using System.Collections.Generic;
using Waxmoor.Models;

namespace Waxmoor.Frames
{
    /// <summary>Holds a comb.</summary>
    public class Frame
    {
        public Frame(List<Hive> hives)
        {
        }
    }
}
