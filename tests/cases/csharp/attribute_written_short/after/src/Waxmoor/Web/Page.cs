using Waxmoor.Routing;

namespace Waxmoor.Web
{
    [Path]
    public class Page
    {
        [PathAttribute]
        public int Number;
    }
}
