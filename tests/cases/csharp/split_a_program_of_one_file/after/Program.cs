using System.ComponentModel.DataAnnotations;
using Library.Middleware;
using Library.Repositories;
using Library.Routes;
using Library.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddDbContext<LibraryContext>(o => o.UseInMemoryDatabase("library"));
builder.Services.AddScoped<IBookRepository, BookRepository>();
builder.Services.AddScoped<BookService>();
builder.Services.AddControllers();

var app = builder.Build();
app.UseMiddleware<RequestTimingMiddleware>();
app.MapControllers();
HealthRoutes.Map(app);
AuthorRoutes.Map(app);
app.Run();
