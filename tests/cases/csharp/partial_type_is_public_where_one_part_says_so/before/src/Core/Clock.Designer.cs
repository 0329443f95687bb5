namespace Waxmoor.Core
{
    partial class Clock
    {
        private int ticks;
    }
}
