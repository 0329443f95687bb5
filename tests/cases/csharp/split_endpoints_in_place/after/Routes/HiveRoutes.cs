using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Models;
using Waxmoor.Repositories;

namespace Waxmoor.Routes;

public static class HiveRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/hives", async (WaxmoorDb db) => await db.Hives.ToListAsync());
        app.MapGet("/hives/{id:int}", async (int id, WaxmoorDb db) =>
            await db.Hives.FindAsync(id) is { } hive ? Results.Ok(hive) : Results.NotFound());
        app.MapPost("/hives", async (CreateHive input, WaxmoorDb db) =>
        {
            var hive = new Hive { Name = input.Name, Frames = input.Frames };
            db.Hives.Add(hive);
            await db.SaveChangesAsync();
            return Results.Created($"/hives/{hive.Id}", hive);
        });
    }
}
