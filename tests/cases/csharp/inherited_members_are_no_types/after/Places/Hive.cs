using Waxmoor.Models;

namespace Waxmoor.Places
{
    public class Hive : Located
    {
        public string Where => Place.Name;

        public Spot Find() => Place;
    }
}
