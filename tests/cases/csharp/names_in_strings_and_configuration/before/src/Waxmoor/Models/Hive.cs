namespace Waxmoor.Models
{
    public class Hive
    {
        string name = "Waxmoor.Models.Hive";
        string text = "see Waxmoor.Models.Hive";
    }
}
