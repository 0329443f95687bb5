using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Models;
using Waxmoor.Repositories;

namespace Waxmoor.Services;

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
