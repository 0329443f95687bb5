using System.Collections.Generic;
using Waxmoor.Controllers;
using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Routes
{
    public static class KeeperRoutes
    {
        public static IDictionary<string, Handler> All()
        {
            var controller = new KeeperController(new KeeperService(new KeeperRepository()));
            return new Dictionary<string, Handler>
            {
                { "/", controller.Index },
                { "/count", controller.Count },
                { "/show", controller.Show },
                { "/welcome", controller.Welcome },
            };
        }
    }
}
