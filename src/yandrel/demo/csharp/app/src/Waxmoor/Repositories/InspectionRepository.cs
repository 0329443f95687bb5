using Waxmoor.Models;

namespace Waxmoor.Repositories
{
    public class InspectionRepository : BaseRepository<Inspection>
    {
    }
}
