using System.Collections.Generic;
using static Waxmoor.Shared.Weights;

namespace Waxmoor.Models
{
    public class Hive
    {
    }
}
