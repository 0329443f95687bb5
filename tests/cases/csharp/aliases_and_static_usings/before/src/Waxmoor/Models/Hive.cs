namespace Waxmoor.Models
{
    public class Hive
    {
        public const int Most = 12;
    }
}
