using Waxmoor.Models;

namespace Waxmoor.Routes;

public static class HiveRoutes
{
    public static void Map(WebApplication app, HiveStore store)
    {
        // All of a keeper's hives.
        var hives = app.MapGroup("/api/hives").RequireAuthorization();

        hives.MapGet("/", () => store.All()).WithName("hives");

        hives.MapGet("/{id}", (int id) => Find(id));   // one of them

        hives.MapPost("/", (Hive hive) =>
        {
            app.Logger.LogInformation(@"a hive
  came");
            store.Add(hive);
            return Results.Created($"/api/hives/{hive.Id}", hive);
        });

        IResult Find(int id) => store.Find(id) is Hive hive ? Results.Ok(hive) : Results.NotFound();
    }
}
