namespace Waxmoor.Hives
{
    public class Weighed
    {
    }
}
