using System;
using Waxmoor.Hives;

namespace Waxmoor.Weighing
{
    public class Scale
    {
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
