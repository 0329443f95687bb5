namespace Waxmoor.Models;

public class Hive
{
}
