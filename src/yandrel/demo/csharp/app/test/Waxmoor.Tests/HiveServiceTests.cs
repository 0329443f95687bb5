using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Tests
{
    public class HiveServiceTests
    {
        public void OpensHives()
        {
            var service = new HiveService(new HiveRepository());
            TestRunner.Check(service.Open("Heather", 1).Number == 1, "opened");
            TestRunner.Check(service.Find(1).Name == "Heather", "found");
        }

        public void NamesAreNeeded()
        {
            try
            {
                new HiveService(new HiveRepository()).Open(" ", 1);
            }
            catch (InvalidException)
            {
                return;
            }
            TestRunner.Check(false, "a hive without a name");
        }
    }
}
