using System.Collections.Generic;
using Waxmoor.Controllers;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class HiveRoutes
    {
        public static IDictionary<string, Handler> All(HiveRepository hives)
        {
            var controller = new HiveController(new HiveService(hives), hives);
            return new Dictionary<string, Handler>
            {
                { "/", controller.Index },
                { "/count", controller.Count },
                { "/open", controller.Open },
                { "/show", controller.Show },
            };
        }
    }
}
