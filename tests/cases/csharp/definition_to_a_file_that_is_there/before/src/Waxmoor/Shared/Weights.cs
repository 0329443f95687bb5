namespace Waxmoor.Shared
{
    public static class Weights
    {
        public const int Most = 12;
    }
}
