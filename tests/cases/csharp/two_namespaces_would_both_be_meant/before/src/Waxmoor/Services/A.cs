using Waxmoor.Models;
using Waxmoor.Other;

namespace Waxmoor.Services
{
    public class A
    {
        Hive hive;
        Frame frame;
    }
}
