using System;
using Waxmoor.Middleware;
using Waxmoor.Routes;

namespace Waxmoor
{
    /// <summary>Mounts every router under its prefix.</summary>
    public static class Program
    {
        public static Server OpenServer()
        {
            var server = new Server(new ErrorMiddleware(), new SignedInMiddleware());
            server.Mount("/hives", HiveRoutes.All());
            server.Mount("/harvests", HarvestRoutes.All());
            server.Mount("/keepers", KeeperRoutes.All());
            return server;
        }

        public static void Main()
        {
            Console.WriteLine(string.Join("\n", OpenServer().Paths));
        }
    }
}
