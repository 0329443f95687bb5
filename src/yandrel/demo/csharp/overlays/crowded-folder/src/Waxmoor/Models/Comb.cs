namespace Waxmoor.Models
{
    /// <summary>What bees build.</summary>
    public class Comb
    {
        public string Show()
        {
            return "fair";
        }
    }
}
