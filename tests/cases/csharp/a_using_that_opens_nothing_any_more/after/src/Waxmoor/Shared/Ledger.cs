namespace Waxmoor.Shared
{
    public class Ledger
    {
    }
}
