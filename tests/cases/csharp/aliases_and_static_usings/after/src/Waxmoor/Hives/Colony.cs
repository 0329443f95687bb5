namespace Waxmoor.Hives
{
    public class Colony
    {
        public const int Most = 12;
    }
}
