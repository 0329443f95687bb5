using Waxmoor.Models;
using Waxmoor.Repositories;

namespace Waxmoor.Services
{
    public class InspectionService
    {
        private readonly InspectionRepository inspections;

        public InspectionService(InspectionRepository inspections)
        {
            this.inspections = inspections;
        }

        public Inspection Note(Hive hive, bool healthy)
        {
            return inspections.Save(new Inspection(hive.Number, healthy));
        }
    }
}
