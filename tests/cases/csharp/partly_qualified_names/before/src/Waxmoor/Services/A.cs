namespace Waxmoor.Services
{
    public class A
    {
        Models.Hive hive = new Models.Hive();
        Models.Keeper keeper;
        int count = Models.Hive.Count;
    }
}
