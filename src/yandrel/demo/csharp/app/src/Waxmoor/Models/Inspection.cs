using System.Collections.Generic;

namespace Waxmoor.Models
{
    public class Inspection : BaseModel
    {
        public Inspection(int hive, bool healthy)
        {
            Hive = hive;
            Healthy = healthy;
        }

        public int Hive { get; private set; }

        public bool Healthy { get; private set; }

        public override IDictionary<string, object> Row()
        {
            return new Dictionary<string, object> { { "number", Number }, { "hive", Hive }, { "healthy", Healthy } };
        }
    }
}
