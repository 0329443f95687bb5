using Waxmoor.Hives;
using Waxmoor.Other;

namespace Waxmoor.Services
{
    public class A
    {
        Hive hive;
        Other.Frame frame;
    }
}
