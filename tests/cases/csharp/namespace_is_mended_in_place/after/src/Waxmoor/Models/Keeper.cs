namespace Waxmoor.Models
{
    public class Keeper
    {
        Hive hive;
    }
}
