using Waxmoor.Ledgers;
using Waxmoor.Shared;

namespace Waxmoor.Services
{
    public class B
    {
        Ledger ledger;
        Season season;
    }
}
