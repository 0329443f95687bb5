namespace Waxmoor.Models;

public record Keeper(Hive Hive);
