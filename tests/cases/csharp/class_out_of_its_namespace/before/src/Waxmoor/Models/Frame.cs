namespace Waxmoor.Models
{
    public class Frame
    {
        public void Fill(Hive hive)
        {
        }
    }
}
