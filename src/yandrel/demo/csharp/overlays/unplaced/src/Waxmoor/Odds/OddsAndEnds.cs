namespace Waxmoor.Odds
{
    /// <summary>Nobody knows where it belongs.</summary>
    public class OddsAndEnds
    {
        public string Show()
        {
            return "fair";
        }
    }
}
