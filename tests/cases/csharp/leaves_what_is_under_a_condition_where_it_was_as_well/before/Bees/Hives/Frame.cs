#if NET48
namespace Bees.Hives
{
    public class Frame
    {
        public Hive Hive;
    }
}
#endif
