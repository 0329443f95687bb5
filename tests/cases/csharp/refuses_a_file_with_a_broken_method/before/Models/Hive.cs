namespace Waxmoor.Models
{
    public class Hive
    {
        public int Frames { get; set; }
    }
}
