namespace Waxmoor.Services;

public class A
{
    private readonly Hive hive = new("Heather");
}
