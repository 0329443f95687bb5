namespace Waxmoor.Hives
{
    public class Scale { }

    public static class ScaleExtensions
    {
        public static int Settle(this Scale scale) { return 0; }
    }
}
