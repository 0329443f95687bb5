using System.Collections.Generic;
using Waxmoor.Models;
using Waxmoor.Repositories;
using Waxmoor.Shared;
using Waxmoor.Validators;

namespace Waxmoor.Services
{
    using Book = Waxmoor.Ledgers.Ledger<Waxmoor.Models.Keeper>;

    public class KeeperService
    {
        private readonly KeeperRepository keepers;

        public KeeperService(KeeperRepository keepers)
        {
            this.keepers = keepers;
        }

        public IEnumerable<Keeper> All
        {
            get { return keepers.All; }
        }

        public Keeper Find(int number)
        {
            var keeper = keepers.Find(number);
            if (keeper == null)
            {
                throw new NotFoundException(nameof(Keeper) + " " + number);
            }
            return keeper;
        }

        public Keeper Welcome(string name, int year)
        {
            NameValidator.Check(name);
            if (year < Book.Opened)
            {
                throw new InvalidException("nobody joined in " + year);
            }
            return keepers.Save(new Keeper(name, year));
        }
    }
}
