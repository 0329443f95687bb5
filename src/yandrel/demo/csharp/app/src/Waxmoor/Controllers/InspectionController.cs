using System.Linq;
using Waxmoor.Services;
using Waxmoor.Shared;

namespace Waxmoor.Controllers
{
    public class InspectionController : BaseController
    {
        private readonly InspectionService service;
        private readonly HiveService hives;

        public InspectionController(InspectionService service, HiveService hives)
        {
            this.service = service;
            this.hives = hives;
        }

        public object Index(Request request)
        {
            return List(service.All);
        }

        public object Count(Request request)
        {
            return service.All.Count();
        }

        public object Unhealthy(Request request)
        {
            return List(service.Unhealthy);
        }

        public object Note(Request request)
        {
            return Show(service.Note(hives.Find(request.Number("hive")), request.Text("healthy") == "yes"));
        }
    }
}
