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

        public object Note(Request request)
        {
            return Show(service.Note(hives.Find(request.Number("hive")), request.Text("healthy") == "yes"));
        }
    }
}
