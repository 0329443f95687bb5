namespace Waxmoor.Controllers
{
    /// <summary>Answers for the weather.</summary>
    public class WeatherController : BaseController
    {
        public int Show()
        {
            var day1 = 1;
            var day2 = 2;
            var day3 = 3;
            var day4 = 4;
            var day5 = 5;
            var day6 = 6;
            var day7 = 7;
            var day8 = 8;
            var day9 = 9;
            var day10 = 10;
            var day11 = 11;
            var day12 = 12;
            var day13 = 13;
            var day14 = 14;
            var day15 = 15;
            return day1 + day15;
        }
    }
}
