using System.Collections.Generic;
using System.Linq;
using Waxmoor.Models;
using Waxmoor.Repositories;

namespace Waxmoor.Services
{
    public class HarvestService
    {
        private readonly HarvestRepository harvests;

        public HarvestService(HarvestRepository harvests)
        {
            this.harvests = harvests;
        }

        /// <summary>What of a <see cref="Harvest"/> the keeper gets.</summary>
        public static int Share(int grams)
        {
            return grams * 9 / 10;
        }

        public IEnumerable<Harvest> All
        {
            get { return harvests.All; }
        }

        public Harvest Record(int hive, int grams, int month)
        {
            WeightValidator.Check(grams);
            return harvests.Save(new Harvest(hive, grams, month));
        }

        public int Total(int hive)
        {
            return harvests.OfHive(hive).Sum(harvest => harvest.Grams);
        }
    }
}
