using Waxmoor.Models;

namespace Waxmoor.Services
{
    public class Counting
    {
        public int Count(Hive[] hives)
        {
            var all = 0;
            each = = hives of newer syntax { all += 1 };
            return all;
        }
    }
}
