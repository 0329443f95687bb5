using System.Collections.Generic;

namespace Waxmoor.Models
{
    public abstract class BaseModel
    {
        public int Number { get; set; }

        public abstract IDictionary<string, object> Row();
    }
}
