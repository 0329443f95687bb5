using Waxmoor.Shared;

namespace Waxmoor.Middleware
{
    public class ErrorMiddleware : IMiddleware
    {
        public object Pass(Request request, Handler next)
        {
            try
            {
                return next(request);
            }
            catch (InvalidException error)
            {
                return error.Message;
            }
        }
    }
}
