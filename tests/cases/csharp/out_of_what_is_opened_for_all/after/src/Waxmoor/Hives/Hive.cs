namespace Waxmoor.Hives;

public record Hive(string Name);
