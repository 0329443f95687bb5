namespace Waxmoor.Core
{
    public class Ledger
    {
        Clock clock;
    }
}
