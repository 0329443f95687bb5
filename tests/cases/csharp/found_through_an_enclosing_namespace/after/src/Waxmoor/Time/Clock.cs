namespace Waxmoor.Time
{
    public static class Clock
    {
        public static int Year = 1954;
    }
}
