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
