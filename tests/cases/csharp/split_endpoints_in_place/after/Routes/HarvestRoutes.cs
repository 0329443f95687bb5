using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Models;
using Waxmoor.Services;

namespace Waxmoor.Routes;

public static class HarvestRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapPost("/harvests", async (CreateHarvest input, HarvestService service) => await service.Record(input));
    }
}
