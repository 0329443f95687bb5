using Waxmoor.Models;

namespace Waxmoor.Routes;

public static class ApiaryRoutes
{
    public static void Map(WebApplication app, HiveStore store)
    {
        app.MapGet("/api/apiaries", () => store.Apiaries());
    }
}
