using Waxmoor.Shared;

namespace Waxmoor.Models
{
    /// <summary>Says what a harvest may weigh.</summary>
    public static class WeightValidator
    {
        public static void Check(int grams)
        {
            if (grams < 1 || grams > 60000)
            {
                throw new InvalidException("a harvest of " + grams + " grams");
            }
        }
    }
}
