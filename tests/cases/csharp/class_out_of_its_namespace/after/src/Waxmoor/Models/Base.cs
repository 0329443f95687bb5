namespace Waxmoor.Models
{
    public abstract class Base
    {
    }
}
