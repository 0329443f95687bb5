using System.Collections.Generic;
using Bees.Models;

namespace Bees.Stores
{
    public class MemoryHiveStore : IHiveStore
    {
        private readonly List<Hive> rows = new List<Hive>();

        public int Size { get { return rows.Count; } }

        public Hive Find(int number)
        {
            return rows[number - 1];
        }

        public IList<Hive> All()
        {
            return rows;
        }

        public void Add(Hive hive)
        {
            rows.Add(hive);
        }

        public void Remove(int number)
        {
            rows.RemoveAt(number - 1);
        }

        public string Weigh()
        {
            var text = "";
            foreach (var hive in rows)
            {
                text += hive.Name + "=" + hive.Weight + ";";
            }
            return text;
        }
    }
}
