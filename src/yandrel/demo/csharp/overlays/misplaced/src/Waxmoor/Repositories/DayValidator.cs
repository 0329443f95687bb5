namespace Waxmoor.Repositories
{
    /// <summary>Says what is a day.</summary>
    public class DayValidator
    {
        public string Show()
        {
            return "fair";
        }
    }
}
