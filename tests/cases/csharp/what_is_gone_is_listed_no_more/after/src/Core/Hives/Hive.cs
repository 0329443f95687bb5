namespace Waxmoor.Core.Hives
{
    public class Hive
    {
        public Grade Grade { get; set; }
    }

    public enum Grade
    {
        Light,
        Dark
    }
}
