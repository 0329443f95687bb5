using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

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

public record CreateHive([Required] string Name, int Frames);
public record CreateHarvest(int HiveId, decimal Kilos);

public class Hive
{
    public int Id { get; set; }
    public string Name { get; set; } = "";
    public int Frames { get; set; }
}

public class Harvest
{
    public int Id { get; set; }
    public int HiveId { get; set; }
    public decimal Kilos { get; set; }
}

public class WaxmoorDb : DbContext
{
    public WaxmoorDb(DbContextOptions<WaxmoorDb> options) : base(options) { }
    public DbSet<Hive> Hives => Set<Hive>();
    public DbSet<Harvest> Harvests => Set<Harvest>();
}

public class HarvestService
{
    private readonly WaxmoorDb db;
    public HarvestService(WaxmoorDb db) { this.db = db; }

    public async Task<IResult> Record(CreateHarvest input)
    {
        if (await db.Hives.FindAsync(input.HiveId) is null) return Results.NotFound();
        var harvest = new Harvest { HiveId = input.HiveId, Kilos = input.Kilos };
        db.Harvests.Add(harvest);
        await db.SaveChangesAsync();
        return Results.Created($"/harvests/{harvest.Id}", harvest);
    }
}
