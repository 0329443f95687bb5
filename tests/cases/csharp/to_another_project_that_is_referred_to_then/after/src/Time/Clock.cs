namespace Waxmoor.Time
{
    public class Clock
    {
    }
}
