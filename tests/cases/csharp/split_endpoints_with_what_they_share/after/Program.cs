using Waxmoor.Models;
using Waxmoor.Routes;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddSingleton<HiveStore>();
var app = builder.Build();
var store = new HiveStore();
var limit = app.Configuration.GetValue<int>("limit");
int asked = 0;

app.UseHttpsRedirection();

HiveRoutes.Map(app, store);

HarvestRoutes.Map(app, store, limit);
app.MapGet("/api/keepers", () => { asked++; return store.Keepers(asked); });
app.MapGet("/about", About);
if (app.Environment.IsDevelopment())
{
    DebugRoutes.Map(app);
}
ApiaryRoutes.Map(app, store);

static string About() => "Waxmoor";

app.Run();
