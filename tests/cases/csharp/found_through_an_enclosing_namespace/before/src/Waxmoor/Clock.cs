namespace Waxmoor
{
    public static class Clock
    {
        public static int Year = 1954;
    }
}
