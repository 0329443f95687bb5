var builder = WebApplication.CreateBuilder(args);
builder.Services.AddSingleton<HiveStore>();
var app = builder.Build();
var store = new HiveStore();
var limit = app.Configuration.GetValue<int>("limit");
int asked = 0;

app.UseHttpsRedirection();

// All of a keeper's hives.
var hives = app.MapGroup("/api/hives").RequireAuthorization();

hives.MapGet("/", () => store.All()).WithName("hives");

hives.MapGet("/{id}", (int id) => Find(id));   // one of them

hives.MapPost("/", (Hive hive) =>
{
    app.Logger.LogInformation(@"a hive
  came");
    store.Add(hive);
    return Results.Created($"/api/hives/{hive.Id}", hive);
});

app.MapGet("/api/harvests", (int page) => store.Harvests(page, limit));
app.MapGet("/api/keepers", () => { asked++; return store.Keepers(asked); });
app.MapGet("/api/harvests/{id}", (int id) => store.Harvest(id, 10));
app.MapGet("/about", About);
if (app.Environment.IsDevelopment())
{
    app.MapGet("/debug", () => Environment.StackTrace);
}
app.MapGet("/api/apiaries", () => store.Apiaries());

IResult Find(int id) => store.Find(id) is Hive hive ? Results.Ok(hive) : Results.NotFound();
static string About() => "Waxmoor";

app.Run();

public record Hive(int Id, string Name);

public class HiveStore
{
    private readonly List<Hive> kept = new();
    public IEnumerable<Hive> All() => kept;
    public void Add(Hive hive) => kept.Add(hive);
    public Hive? Find(int id) => kept.Find(h => h.Id == id);
    public object Harvests(int page, int limit) => page;
    public object Harvest(int id, int n) => id;
    public object Keepers(int asked) => asked;
    public object Apiaries() => 1;
}
