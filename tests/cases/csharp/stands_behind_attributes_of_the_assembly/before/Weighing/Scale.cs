namespace Waxmoor.Weighing
{
    public class Scale
    {
    }
}
