namespace Waxmoor.Models
{
    public class Harvest
    {
        public Season Season { get; set; }

        public bool Early()
        {
            return Season == Season.Spring && Season.ToString() != "";
        }
    }
}
