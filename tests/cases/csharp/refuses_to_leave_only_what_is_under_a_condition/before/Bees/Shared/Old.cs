#if NET20
namespace Bees.Hives
{
    public delegate void Opened();

    public class Old
    {
    }
}
#endif
