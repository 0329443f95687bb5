namespace Waxmoor.Controllers
{
    /// <summary>Answers for the weather.</summary>
    public interface WeatherController
    {
        string Show();
    }
}
