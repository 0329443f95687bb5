using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;

namespace Waxmoor.Routes;

public static class HealthRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/health", () => "ok");
    }
}
