using System.Linq;
using Waxmoor.Models;
using Waxmoor.Repositories;
using Waxmoor.Shared;
using Waxmoor.Validators;

namespace Waxmoor.Services
{
    public class HiveService
    {
        private readonly HiveRepository hives;

        public HiveService(HiveRepository hives)
        {
            this.hives = hives;
        }

        public int Count
        {
            get { return hives.All.Count(); }
        }

        public Hive Open(string name, int keeper)
        {
            NameValidator.Check(name);
            return hives.Save(new Hive(name, keeper));
        }

        public Hive Find(int number)
        {
            var hive = hives.Find(number);
            if (hive == null)
            {
                throw new NotFoundException(nameof(Hive) + " " + number);
            }
            return hive;
        }
    }
}
