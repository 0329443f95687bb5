namespace Waxmoor.Shared
{
    public class Clock
    {
    }
}
