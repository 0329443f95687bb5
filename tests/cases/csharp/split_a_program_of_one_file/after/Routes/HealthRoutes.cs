using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Routes;

public static class HealthRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/health", () => Results.Ok("up"));
    }
}
