using System.ComponentModel.DataAnnotations;
using Library.Repositories;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Library.Routes;

public static class AuthorRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/api/authors", async (LibraryContext db) => await db.Authors.ToListAsync());
    }
}
