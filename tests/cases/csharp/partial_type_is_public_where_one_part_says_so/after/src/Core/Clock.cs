namespace Waxmoor.Core
{
    public partial class Clock
    {
    }
}
