#if NET48
using Bees.Boxes;

namespace Bees.Hives
{
    public class Frame
    {
        public Hive Hive;
    }
}
#endif
