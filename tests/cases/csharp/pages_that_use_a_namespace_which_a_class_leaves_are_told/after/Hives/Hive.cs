namespace Waxmoor.Hives;

public class Hive
{
}
