using Waxmoor.Hives;

namespace Waxmoor
{
    [Weighed]
    public class Hive
    {
        public Weighed Last = new Weighed();
    }
}
