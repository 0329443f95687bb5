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
            Console.WriteLine("4 tests passed");
        }
    }
}
