namespace Waxmoor.Models
{
    /// <summary>Who left.</summary>
    public class Swarm
    {
        public string Show()
        {
            return "fair";
        }
    }
}
