namespace Waxmoor.Models
{
    public class Hive : Located
    {
        public string Where => Place.Name;

        public Spot Find() => Place;
    }
}
