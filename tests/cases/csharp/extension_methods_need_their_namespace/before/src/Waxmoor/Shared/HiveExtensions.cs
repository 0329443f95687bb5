using Waxmoor.Models;

namespace Waxmoor.Shared
{
    public static class HiveExtensions
    {
        public static int Weight(this Hive hive)
        {
            return 3;
        }
    }
}
