using Waxmoor.Shared;

namespace Waxmoor.Middleware
{
    public interface IMiddleware
    {
        object Pass(Request request, Handler next);
    }
}
