namespace Waxmoor.Hives
{
    public class Frame
    {
    }
}
