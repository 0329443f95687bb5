namespace Bees.Hives
{
    public class Hive
    {
    }
}
