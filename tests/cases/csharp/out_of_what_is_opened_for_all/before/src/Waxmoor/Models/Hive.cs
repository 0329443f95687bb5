namespace Waxmoor.Models;

public record Hive(string Name);
