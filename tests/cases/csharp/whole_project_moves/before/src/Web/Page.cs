using Waxmoor.Core;

namespace Waxmoor.Web
{
    public class Page
    {
        Clock clock;
    }
}
