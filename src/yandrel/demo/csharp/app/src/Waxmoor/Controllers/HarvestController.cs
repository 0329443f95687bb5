using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Controllers
{
    public class HarvestController : BaseController
    {
        private readonly HarvestService service;

        public HarvestController(HarvestService service)
        {
            this.service = service;
        }

        public object Index(Request request)
        {
            return List(service.All);
        }

        public object Share(Request request)
        {
            return HarvestService.Share(request.Number("grams"));
        }

        public object Record(Request request)
        {
            return Show(service.Record(request.Number("hive"), request.Number("grams"), request.Number("month")));
        }

        public object Total(Request request)
        {
            return service.Total(request.Number("hive"));
        }
    }
}
