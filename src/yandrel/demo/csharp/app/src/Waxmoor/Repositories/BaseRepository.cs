using System.Collections.Generic;
using Waxmoor.Ledgers;
using Waxmoor.Models;

namespace Waxmoor.Repositories
{
    public abstract class BaseRepository<T>
        where T : BaseModel
    {
        private readonly Ledger<T> ledger = new Ledger<T>();

        public IEnumerable<T> All
        {
            get { return ledger.All; }
        }

        public T Save(T row)
        {
            row.Number = ledger.Add(row);
            return row;
        }

        public T Find(int number)
        {
            return ledger.Find(number);
        }
    }
}
