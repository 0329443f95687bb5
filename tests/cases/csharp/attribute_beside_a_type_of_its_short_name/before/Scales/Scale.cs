namespace Waxmoor.Scales
{
    public class Scale
    {
    }
}
