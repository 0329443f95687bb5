using System.Collections.Generic;
using System.Linq;
using Waxmoor.Middleware;
using Waxmoor.Shared;

namespace Waxmoor
{
    /// <summary>Finds the handler of a path, through every middleware.</summary>
    public class Server
    {
        private readonly IMiddleware[] steps;
        private readonly Dictionary<string, Handler> handlers = new Dictionary<string, Handler>();

        public Server(params IMiddleware[] steps)
        {
            this.steps = steps;
        }

        public IEnumerable<string> Paths
        {
            get { return handlers.Keys; }
        }

        public void Mount(string prefix, IDictionary<string, Handler> routes)
        {
            foreach (var route in routes)
            {
                handlers[prefix + route.Key] = route.Value;
            }
        }

        /// <summary>Takes the routes of others into a table, below a prefix.</summary>
        public static void Nest(IDictionary<string, Handler> table, string prefix, IDictionary<string, Handler> routes)
        {
            foreach (var route in routes)
            {
                table[prefix + route.Key] = route.Value;
            }
        }

        public object Serve(string path, Request request)
        {
            Handler handler;
            if (!handlers.TryGetValue(path, out handler))
            {
                throw new Shared.NotFoundException(path);
            }
            foreach (var step in steps.Reverse())
            {
                var next = handler;
                handler = asked => step.Pass(asked, next);
            }
            return handler(request);
        }
    }
}
