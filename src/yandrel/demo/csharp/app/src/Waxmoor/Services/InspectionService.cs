using System.Collections.Generic;
using System.Linq;
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

        public IEnumerable<Inspection> All
        {
            get { return inspections.All; }
        }

        public IEnumerable<Inspection> Unhealthy
        {
            get { return inspections.All.Where(inspection => !inspection.Healthy); }
        }

        public Inspection Note(Hive hive, bool healthy)
        {
            return inspections.Save(new Inspection(hive.Number, healthy));
        }
    }
}
