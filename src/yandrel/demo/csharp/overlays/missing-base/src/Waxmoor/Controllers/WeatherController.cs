namespace Waxmoor.Controllers
{
    /// <summary>Answers for the weather.</summary>
    public class WeatherController
    {
        public string Show()
        {
            return "fair";
        }
    }
}
