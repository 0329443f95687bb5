using System.Collections.Generic;

namespace Waxmoor.Models
{
    public class Hive : BaseModel
    {
        public Hive(string name, int keeper)
        {
            Name = name;
            Keeper = keeper;
        }

        public string Name { get; private set; }

        public int Keeper { get; private set; }

        /// <summary>Checked for a <see cref="Waxmoor.Models.Inspection"/>.</summary>
        public const int MostFrames = 12;

        public override IDictionary<string, object> Row()
        {
            return new Dictionary<string, object> { { "number", Number }, { "name", Name }, { "keeper", Keeper } };
        }
    }
}
