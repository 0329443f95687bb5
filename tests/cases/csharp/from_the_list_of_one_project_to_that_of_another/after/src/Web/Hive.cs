using Waxmoor.Core.Hives;

namespace Waxmoor.Web
{
    public class Hive
    {
        public Grade Grade { get; set; }
    }
}
