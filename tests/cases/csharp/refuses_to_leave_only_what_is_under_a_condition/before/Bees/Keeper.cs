using Bees.Hives;

namespace Bees
{
    public class Keeper
    {
        public Hive Hive;
    }
}
