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

        public object Welcome(Request request)
        {
            return Show(service.Welcome(request.Text("name"), request.Number("year")));
        }
    }
}
