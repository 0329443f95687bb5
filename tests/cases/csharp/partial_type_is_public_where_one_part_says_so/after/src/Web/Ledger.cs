using Waxmoor.Core;

namespace Waxmoor.Web
{
    public class Ledger
    {
        Clock clock;
    }
}
