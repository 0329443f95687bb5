using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Models;
using Waxmoor.Repositories;
using Waxmoor.Services;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddDbContext<WaxmoorDb>(o => o.UseSqlite("Data Source=waxmoor.db"));
builder.Services.AddScoped<HarvestService>();
var app = builder.Build();

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
app.MapPost("/harvests", async (CreateHarvest input, HarvestService service) => await service.Record(input));
app.MapGet("/health", () => "ok");

app.Run();
