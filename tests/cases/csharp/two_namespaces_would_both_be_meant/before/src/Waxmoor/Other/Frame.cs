namespace Waxmoor.Other
{
    public class Frame
    {
    }
}
