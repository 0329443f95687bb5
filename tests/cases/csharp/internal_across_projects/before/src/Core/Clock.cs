namespace Waxmoor.Core
{
    internal class Clock
    {
    }
}
