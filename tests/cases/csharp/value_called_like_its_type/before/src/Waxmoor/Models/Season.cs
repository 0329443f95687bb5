namespace Waxmoor.Models
{
    public enum Season
    {
        Spring
    }
}
