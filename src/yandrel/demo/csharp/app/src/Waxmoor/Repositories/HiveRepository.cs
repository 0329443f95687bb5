using Waxmoor.Models;

namespace Waxmoor.Repositories
{
    public class HiveRepository : BaseRepository<Hive>
    {
    }
}
