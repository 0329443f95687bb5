namespace Waxmoor.Hives
{
    public class Colony
    {
        string name = "Waxmoor.Hives.Colony";
        string text = "see Waxmoor.Models.Hive";
    }
}
