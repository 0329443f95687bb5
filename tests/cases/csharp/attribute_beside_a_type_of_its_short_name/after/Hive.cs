using Waxmoor.Hives;
using Waxmoor.Scales;

namespace Waxmoor
{
    [Weighed]
    public class Hive
    {
        public Weighed Last = new Weighed();
    }
}
