using Waxmoor.Models;

namespace Waxmoor.Validators
{
    /// <summary>Says which hives have frames.</summary>
    public class FrameValidator
    {
        public bool Fits(Hive hive)
        {
            return hive != null;
        }
    }
}
