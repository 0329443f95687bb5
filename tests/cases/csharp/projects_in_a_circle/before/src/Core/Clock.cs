namespace Waxmoor.Core
{
    public class Clock
    {
    }
}
