namespace Waxmoor.Domain.Entities;

public class Hive
{
}
