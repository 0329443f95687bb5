using Waxmoor.Shared;

namespace Waxmoor.Middleware
{
    public class SignedInMiddleware : IMiddleware
    {
        public object Pass(Request request, Handler next)
        {
            if (!request.Values.ContainsKey("keeper") && !request.Values.ContainsKey("hive"))
            {
                throw new InvalidException("sign in first");
            }
            return next(request);
        }
    }
}
