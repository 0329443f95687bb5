using System.Collections.Generic;
using Waxmoor.Controllers;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class InspectionRoutes
    {
        public static IDictionary<string, Handler> All()
        {
            var hives = new HiveService(new HiveRepository());
            var controller = new InspectionController(new InspectionService(new InspectionRepository()), hives);
            return new Dictionary<string, Handler>
            {
                { "/note", controller.Note },
            };
        }
    }
}
