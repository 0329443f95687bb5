namespace Waxmoor.Places
{
    public class Place
    {
        public const int Name = 1;
    }
}
