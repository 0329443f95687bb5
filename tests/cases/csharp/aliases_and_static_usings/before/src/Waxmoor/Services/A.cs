using Home = Waxmoor.Models.Hive;
using static Waxmoor.Models.Hive;

namespace Waxmoor.Services
{
    public class A
    {
        Home home = new Home();
        int most = Most;
    }
}
