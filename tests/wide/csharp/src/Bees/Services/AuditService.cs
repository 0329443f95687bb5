using Bees.Stores;

namespace Bees.Services
{
    public class AuditService
    {
        private readonly IHiveStore store;
        private readonly ReportService report;

        public AuditService(IHiveStore store)
        {
            this.store = store;
            report = new ReportService(store);
        }

        public string First()
        {
            return store.Find(1).Name + report.Report();
        }
    }
}
