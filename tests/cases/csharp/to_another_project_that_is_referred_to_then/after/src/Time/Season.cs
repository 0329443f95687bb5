namespace Waxmoor.Time
{
    public enum Season
    {
        Spring
    }
}
