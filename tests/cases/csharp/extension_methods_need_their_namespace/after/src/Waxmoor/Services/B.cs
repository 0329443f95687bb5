using Waxmoor.Hives;
using Waxmoor.Models;
using Waxmoor.Shared;

namespace Waxmoor.Services
{
    public class B
    {
        int? Weight(Hive hive)
        {
            return hive?.Weight();
        }
    }
}
