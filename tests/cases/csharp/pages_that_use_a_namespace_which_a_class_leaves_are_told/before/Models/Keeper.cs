namespace Waxmoor.Models;

public class Keeper
{
}
