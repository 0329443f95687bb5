namespace Waxmoor.Models;

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
