#if NET48
namespace Bees.Hives
{
    public class Hive
    {
    }
}
#endif
