using System.Collections.Generic;
using Waxmoor.Controllers;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class HiveRoutes
    {
        public static IDictionary<string, Handler> All()
        {
            var hives = new HiveRepository();
            var controller = new HiveController(new HiveService(hives), hives);
            return new Dictionary<string, Handler>
            {
                { "/", controller.Index },
                { "/open", controller.Open },
            };
        }
    }
}
