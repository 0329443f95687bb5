namespace Waxmoor.Shared
{
    /// <summary>Sizes of frames.</summary>
    public static class Frames
    {
        public static int Of(int boxes)
        {
            return boxes * 10;
        }
    }
}
