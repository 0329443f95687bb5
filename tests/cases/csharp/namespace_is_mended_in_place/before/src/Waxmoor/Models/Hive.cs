namespace Waxmoor.Entities
{
    public class Hive
    {
    }
}
