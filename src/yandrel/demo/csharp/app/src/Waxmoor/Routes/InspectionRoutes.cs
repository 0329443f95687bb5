using System.Collections.Generic;
using Waxmoor.Controllers;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class InspectionRoutes
    {
        public static IDictionary<string, Handler> All(HiveRepository hives)
        {
            var service = new InspectionService(new InspectionRepository());
            var controller = new InspectionController(service, new HiveService(hives));
            return new Dictionary<string, Handler>
            {
                { "/", controller.Index },
                { "/count", controller.Count },
                { "/note", controller.Note },
                { "/unhealthy", controller.Unhealthy },
            };
        }
    }
}
