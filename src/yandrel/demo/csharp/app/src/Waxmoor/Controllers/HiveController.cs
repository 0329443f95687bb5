using Waxmoor.Repositories;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Controllers
{
    public class HiveController : BaseController
    {
        private readonly HiveService service;
        private readonly HiveRepository hives;

        public HiveController(HiveService service, HiveRepository hives)
        {
            this.service = service;
            this.hives = hives;
        }

        public object Index(Request request)
        {
            return List(hives.All);
        }

        public object Count(Request request)
        {
            return service.Count;
        }

        public object Show(Request request)
        {
            return Show(service.Find(request.Number("hive")));
        }

        public object Open(Request request)
        {
            return Show(service.Open(request.Text("name"), request.Number("keeper")));
        }
    }
}
