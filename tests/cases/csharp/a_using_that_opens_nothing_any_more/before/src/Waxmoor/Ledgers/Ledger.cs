namespace Waxmoor.Ledgers
{
    public class Ledger
    {
    }
}
