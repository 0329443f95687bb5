using Waxmoor.Time;

namespace Waxmoor.Models.Deep
{
    public class Hive
    {
        int year = Clock.Year;
    }
}
