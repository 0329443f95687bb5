using Waxmoor.Models;

namespace Waxmoor.Shared
{
    /// <summary>Counts what there is.</summary>
    public class Tally
    {
        public bool Fits(Harvest harvest)
        {
            return harvest != null;
        }
    }
}
