using Waxmoor.Shared;

namespace Waxmoor.Middleware
{
    /// <summary>Lets only those through who give the number of a keeper.</summary>
    public static class MembersOnlyMiddleware
    {
        public static Handler Around(Handler next)
        {
            return request =>
            {
                if (!request.Values.ContainsKey("keeper"))
                {
                    throw new InvalidException("this is for members");
                }
                return next(request);
            };
        }
    }
}
