using Waxmoor.Entities;

namespace Waxmoor.Models
{
    public class Keeper
    {
        Hive hive;
    }
}
