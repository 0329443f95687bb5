namespace Waxmoor.Core
{
    public class Season
    {
    }
}
