namespace Waxmoor.Controllers
{
    /// <summary>Answers for the weather.</summary>
    public class WeatherController : BaseController
    {
        public string Show()
        {
            return "fair";
        }

        public string Forecast()
        {
            return "cloudy";
        }
    }
}
