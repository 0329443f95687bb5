using System.Linq;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Controllers
{
    public class KeeperController : BaseController
    {
        private readonly KeeperService service;

        public KeeperController(KeeperService service)
        {
            this.service = service;
        }

        public object Index(Request request)
        {
            return List(service.All);
        }

        public object Count(Request request)
        {
            return service.All.Count();
        }

        public object Show(Request request)
        {
            return Show(service.Find(request.Number("keeper")));
        }

        public object Welcome(Request request)
        {
            return Show(service.Welcome(request.Text("name"), request.Number("year")));
        }
    }
}
