namespace Waxmoor.Hives
{
    public class Hive
    {
        public static int Count;
    }
}
