using System;
using System.Collections.Generic;
using Waxmoor.Shared;

namespace Waxmoor.Tests
{
    public static class TestRunner
    {
        public static void Check(bool right, string what)
        {
            if (!right)
            {
                throw new Exception(what);
            }
        }

        public static void Main()
        {
            new HiveServiceTests().OpensHives();
            new HiveServiceTests().NamesAreNeeded();
            new HarvestServiceTests().SharesHarvests();
            var values = new Dictionary<string, string> { { "name", "Moor edge" }, { "keeper", "1" } };
            var row = (IDictionary<string, object>)Program.OpenServer().Serve("/hives/open", new Request(values));
            Check((string)row["name"] == "Moor edge", "served");
            var strangers = new Dictionary<string, string> { { "hive", "1" } };
            var answer = (string)Program.OpenServer().Serve("/keepers/count", new Request(strangers));
            Check(answer == "this is for members", "guarded");
            Check((int)Program.OpenServer().Serve("/hives/inspections/count", new Request(values)) == 0, "nested");
            Console.WriteLine("6 tests passed");
        }
    }
}
