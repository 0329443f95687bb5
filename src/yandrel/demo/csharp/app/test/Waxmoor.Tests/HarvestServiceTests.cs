using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Tests
{
    public class HarvestServiceTests
    {
        public void SharesHarvests()
        {
            var harvest = new HarvestService(new HarvestRepository()).Record(1, 1000, 7);
            TestRunner.Check((int)harvest.Row()["share"] == 900, "share");
            TestRunner.Check(harvest.Season == Season.Summer, "season");
        }
    }
}
