using System;

namespace Waxmoor.Hives
{
    public class Frame
    {
        public int Row { get; set; }
    }
}
