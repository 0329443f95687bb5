using Bees.Models;
using Bees.Stores;

namespace Bees.Services
{
    public class EntryService
    {
        private readonly IHiveStore _store;

        public EntryService(IHiveStore store)
        {
            _store = store;
        }

        public void Enter(string name, int weight)
        {
            _store.Add(new Hive(name, weight));
        }

        public void Leave(int number)
        {
            _store.Remove(number);
        }
    }
}
