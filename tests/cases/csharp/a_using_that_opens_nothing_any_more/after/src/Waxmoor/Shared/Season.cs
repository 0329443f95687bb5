namespace Waxmoor.Shared
{
    public enum Season
    {
        Spring
    }
}
