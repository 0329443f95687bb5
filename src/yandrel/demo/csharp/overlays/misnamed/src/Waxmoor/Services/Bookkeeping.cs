namespace Waxmoor.Services
{
    /// <summary>What is in the till.</summary>
    public class Bookkeeping
    {
        public string Show()
        {
            return "fair";
        }
    }
}
