namespace Waxmoor.Services
{
    public class A
    {
        Hives.Hive hive = new Hives.Hive();
        Models.Keeper keeper;
        int count = Hives.Hive.Count;
    }
}
