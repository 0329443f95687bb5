namespace Waxmoor.Models
{
    /// <summary>Who lays the eggs.</summary>
    public class Queen
    {
        public string Show()
        {
            return "fair";
        }
    }
}
