using System.Collections.Generic;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class HarvestRoutes
    {
        public static IDictionary<string, Handler> All()
        {
            var controller = new Controllers.HarvestController(new HarvestService(new HarvestRepository()));
            return new Dictionary<string, Handler>
            {
                { "/", controller.Index },
                { "/record", controller.Record },
                { "/share", controller.Share },
                { "/harvests/total", controller.Total },
            };
        }
    }
}
