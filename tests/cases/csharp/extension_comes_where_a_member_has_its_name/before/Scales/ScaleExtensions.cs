namespace Waxmoor.Scales
{
    public class Scale { }

    public static class ScaleExtensions
    {
        public static int Settle(this Scale scale) { return 0; }
    }
}
