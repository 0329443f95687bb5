namespace Waxmoor.Services
{
    /// <summary>Sizes of hives.</summary>
    public class HiveSizeService
    {
        public int Frames(int boxes)
        {
            return Shared.Frames.Of(boxes);
        }
    }
}
