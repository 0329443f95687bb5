using System;
using System.Collections.Generic;
using Waxmoor.Middleware;
using Waxmoor.Repositories;
using Waxmoor.Routes;
using Waxmoor.Shared;

namespace Waxmoor
{
    /// <summary>Mounts every router under its prefix.</summary>
    public static class Program
    {
        public static Server OpenServer()
        {
            var server = new Server(new ErrorMiddleware(), new SignedInMiddleware());
            var hives = new HiveRepository();
            var inner = HiveRoutes.All(hives);
            Server.Nest(inner, "/inspections", InspectionRoutes.All(hives));
            server.Mount("/hives", inner);
            server.Mount("/harvests", HarvestRoutes.All());
            server.Mount("/keepers", Guarded(KeeperRoutes.All()));
            return server;
        }

        /// <summary>Lets only keepers through.</summary>
        private static IDictionary<string, Handler> Guarded(IDictionary<string, Handler> routes)
        {
            var found = new Dictionary<string, Handler>();
            foreach (var route in routes)
            {
                found[route.Key] = MembersOnlyMiddleware.Around(route.Value);
            }
            return found;
        }

        public static void Main()
        {
            Console.WriteLine(string.Join("\n", OpenServer().Paths));
        }
    }
}
