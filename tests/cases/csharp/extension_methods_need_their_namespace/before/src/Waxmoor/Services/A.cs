using Waxmoor.Models;
using Waxmoor.Shared;

namespace Waxmoor.Services
{
    public class A
    {
        int weight = new Hive().Weight();
        Season season = Season.Spring;
    }
}
