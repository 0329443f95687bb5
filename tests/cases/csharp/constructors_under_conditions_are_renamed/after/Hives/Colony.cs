namespace Waxmoor.Hives
{
    public class Colony
    {
        public readonly int Frames;

#if SMALL
        public Colony()
        {
            Frames = 5;
        }
#else
        public Colony()
        {
            Frames = 10;
        }
#endif
    }
}
