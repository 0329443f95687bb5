namespace Waxmoor.Hives
{
    public class Hive
    {
        public readonly int Frames;

#if SMALL
        public Hive()
        {
            Frames = 5;
        }
#else
        public Hive()
        {
            Frames = 10;
        }
#endif
    }
}
