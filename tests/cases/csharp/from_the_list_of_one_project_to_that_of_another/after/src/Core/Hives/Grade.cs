namespace Waxmoor.Core.Hives
{
    public enum Grade
    {
        Light,
        Dark
    }
}
