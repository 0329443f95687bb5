namespace Waxmoor.Domain.Models;

public record Hive(string Name);
