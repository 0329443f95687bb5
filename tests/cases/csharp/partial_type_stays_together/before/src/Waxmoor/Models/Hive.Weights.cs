namespace Waxmoor.Models
{
    public partial class Hive
    {
        int weight;
    }
}
