using System.Collections.Generic;
using Waxmoor.Frames;

namespace Waxmoor.Models
{
    public class Hive
    {
        List<Frame> frames;
    }
}
