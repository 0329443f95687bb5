using System.Collections.Generic;

namespace Waxmoor.Ledgers
{
    /// <summary>Keeps rows by number.</summary>
    public class Ledger<T>
    {
        public const int Opened = 1954;

        private readonly SortedDictionary<int, T> rows = new SortedDictionary<int, T>();

        public IEnumerable<T> All
        {
            get { return rows.Values; }
        }

        public int Add(T row)
        {
            rows[rows.Count + 1] = row;
            return rows.Count;
        }

        public T Find(int number)
        {
            T row;
            rows.TryGetValue(number, out row);
            return row;
        }
    }
}
