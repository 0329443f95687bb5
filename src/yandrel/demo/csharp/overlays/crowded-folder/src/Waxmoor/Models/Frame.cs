namespace Waxmoor.Models
{
    /// <summary>What holds a comb.</summary>
    public class Frame
    {
        public string Show()
        {
            return "fair";
        }
    }
}
