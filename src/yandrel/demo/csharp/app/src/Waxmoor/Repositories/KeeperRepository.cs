using Waxmoor.Models;

namespace Waxmoor.Repositories
{
    public class KeeperRepository : BaseRepository<Keeper>
    {
    }
}
