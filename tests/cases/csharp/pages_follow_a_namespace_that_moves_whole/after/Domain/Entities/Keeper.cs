namespace Waxmoor.Domain.Entities;

public class Keeper
{
}
