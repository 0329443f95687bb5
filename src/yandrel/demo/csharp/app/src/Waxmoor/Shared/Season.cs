namespace Waxmoor.Shared
{
    public enum Season
    {
        Spring,
        Summer,
        Autumn,
        Winter
    }

    public static class Seasons
    {
        public static Season Of(int month)
        {
            return (Season)((month - 3 + 12) % 12 / 3);
        }
    }
}
