using System.Collections.Generic;
using System.Linq;

namespace Waxmoor.Repositories
{
    public class HarvestRepository : BaseRepository<Models.Harvest>
    {
        public IEnumerable<Models.Harvest> OfHive(int hive)
        {
            return All.Where(harvest => harvest.Hive == hive);
        }
    }
}
