namespace Waxmoor.Models
{
    public enum Time
    {
        Spring
    }
}
