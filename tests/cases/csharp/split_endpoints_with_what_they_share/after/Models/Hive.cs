namespace Waxmoor.Models;

public record Hive(int Id, string Name);
