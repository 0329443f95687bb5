using System.Collections.Generic;

namespace Waxmoor.Models
{
    public class Keeper : BaseModel
    {
        public Keeper(string name, int joined)
        {
            Name = name;
            Joined = joined;
        }

        public string Name { get; private set; }

        public int Joined { get; private set; }

        public override IDictionary<string, object> Row()
        {
            return new Dictionary<string, object> { { "number", Number }, { "name", Name }, { "joined", Joined } };
        }
    }
}
