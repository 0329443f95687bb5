using Waxmoor.Models;

namespace Waxmoor.Routes;

public static class HarvestRoutes
{
    public static void Map(WebApplication app, HiveStore store, int limit)
    {
        app.MapGet("/api/harvests", (int page) => store.Harvests(page, limit));
        app.MapGet("/api/harvests/{id}", (int id) => store.Harvest(id, 10));
    }
}
