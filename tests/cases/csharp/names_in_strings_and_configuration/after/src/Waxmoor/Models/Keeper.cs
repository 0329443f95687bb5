using Waxmoor.Hives;

namespace Waxmoor.Models
{
    public class Keeper
    {
        Colony hive;
    }
}
