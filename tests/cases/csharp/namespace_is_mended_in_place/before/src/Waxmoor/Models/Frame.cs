namespace Waxmoor.Models
{
    public class Frame
    {
    }
}
