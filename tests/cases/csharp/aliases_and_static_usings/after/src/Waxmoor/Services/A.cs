using Home = Waxmoor.Hives.Colony;
using static Waxmoor.Hives.Colony;

namespace Waxmoor.Services
{
    public class A
    {
        Home home = new Home();
        int most = Most;
    }
}
