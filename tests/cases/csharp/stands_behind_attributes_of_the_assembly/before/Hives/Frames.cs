using System;

namespace Waxmoor.Hives
{
    public class Frame
    {
        public int Row { get; set; }
    }

    /// <summary>What frames weigh.</summary>
#if SHOWN
    public
#endif
    static class FrameWeights
    {
        public static int Weigh(Frame frame) => Math.Abs(frame.Row);
    }
}
