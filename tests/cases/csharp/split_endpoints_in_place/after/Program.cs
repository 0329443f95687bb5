using System.ComponentModel.DataAnnotations;
using Microsoft.EntityFrameworkCore;
using Waxmoor.Repositories;
using Waxmoor.Routes;
using Waxmoor.Services;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddDbContext<WaxmoorDb>(o => o.UseSqlite("Data Source=waxmoor.db"));
builder.Services.AddScoped<HarvestService>();
var app = builder.Build();

HiveRoutes.Map(app);
HarvestRoutes.Map(app);
HealthRoutes.Map(app);

app.Run();
