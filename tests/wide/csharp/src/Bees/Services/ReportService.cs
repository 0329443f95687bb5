using Bees.Stores;

namespace Bees.Services
{
    public class ReportService
    {
        private readonly IHiveStore hives;

        public ReportService(IHiveStore hives)
        {
            this.hives = hives;
        }

        public string Report()
        {
            return hives.Weigh() + " " + this.hives.All().Count;
        }
    }
}
