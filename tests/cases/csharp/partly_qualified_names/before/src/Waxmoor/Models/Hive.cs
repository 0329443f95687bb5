namespace Waxmoor.Models
{
    public class Hive
    {
        public static int Count;
    }
}
