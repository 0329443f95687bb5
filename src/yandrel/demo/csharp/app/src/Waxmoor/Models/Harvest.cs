using System.Collections.Generic;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Models
{
    public class Harvest : BaseModel
    {
        public Harvest(int hive, int grams, int month)
        {
            Hive = hive;
            Grams = grams;
            Month = month;
        }

        public int Hive { get; private set; }

        public int Grams { get; private set; }

        public int Month { get; private set; }

        public Season Season
        {
            get { return Seasons.Of(Month); }
        }

        public override IDictionary<string, object> Row()
        {
            return new Dictionary<string, object> { { "number", Number }, { "hive", Hive }, { "grams", Grams }, { "month", Month }, { "share", HarvestService.Share(Grams) } };
        }
    }
}
