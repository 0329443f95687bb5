namespace Waxmoor.Models
{
    public class Harvest
    {
        public Time Season { get; set; }

        public bool Early()
        {
            return Season == Time.Spring && Season.ToString() != "";
        }
    }
}
