using System;
using System.Reflection;
using Waxmoor.Hives;

[assembly: AssemblyTitle("Waxmoor")]

/// <summary>What frames weigh.</summary>
#if SHOWN
    public
#endif
    static class FrameWeights
    {
        public static int Weigh(Frame frame) => Math.Abs(frame.Row);
    }
