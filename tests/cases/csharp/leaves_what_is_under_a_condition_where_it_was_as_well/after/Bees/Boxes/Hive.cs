#if NET48
namespace Bees.Boxes
{
    public class Hive
    {
    }
}
#endif
