using System;
using Bees.Services;
using Bees.Stores;

namespace Bees
{
    public static class Program
    {
        public static void Main()
        {
            var store = new MemoryHiveStore();
            var entries = new EntryService(store);
            entries.Enter("Heather", 30);
            entries.Enter("Lime", 40);
            entries.Leave(2);
            Console.WriteLine(new ReportService(store).Report());
            Console.WriteLine(new AuditService(store).First() + store.Size);
        }
    }
}
