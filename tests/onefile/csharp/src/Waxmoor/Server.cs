using System;
using System.Collections.Generic;
using System.Linq;

namespace Waxmoor
{
    /// <summary>Where bees live.</summary>
    public class Hive
    {
        public Hive(int number, string place)
        {
            Number = number;
            Place = place;
        }

        public int Number { get; }

        public string Place { get; }
    }

    public static class HiveExtensions
    {
        public static string Label(this Hive hive)
        {
            return hive.Number + " at " + hive.Place;
        }
    }

    public enum Grade
    {
        Light,
        Heavy,
    }

    public class Harvest
    {
        internal const double HeavyFrom = 10;

        public Harvest(Hive hive, double weight)
        {
            Hive = hive;
            Grade = weight > HeavyFrom ? Grade.Heavy : Grade.Light;
        }

        public Hive Hive { get; }

        /// <summary>Which <see cref="Waxmoor.Grade"/> it has.</summary>
        public Grade Grade { get; }
    }

    internal class HiveRepository
    {
        public static readonly HiveRepository Shared = new HiveRepository();

        public readonly List<Hive> Rows = new List<Hive>();
    }

    internal class HarvestRepository
    {
        public readonly List<Harvest> Rows = new List<Harvest>();
    }

    internal class HiveService
    {
        public IEnumerable<Hive> List()
        {
            return HiveRepository.Shared.Rows;
        }

        public Hive Add(string place)
        {
            if (place == "")
            {
                throw new InvalidException("a hive stands somewhere");
            }
            var hive = new Hive(HiveRepository.Shared.Rows.Count + 1, place);
            HiveRepository.Shared.Rows.Add(hive);
            return hive;
        }
    }

    internal class HarvestService
    {
        private readonly HarvestRepository harvests = new HarvestRepository();

        public IEnumerable<Harvest> List()
        {
            return harvests.Rows;
        }

        public Harvest Add(int number, double weight)
        {
            var hive = HiveRepository.Shared.Rows.FirstOrDefault(one => one.Number == number);
            if (hive == null)
            {
                throw new InvalidException("there is no hive " + number);
            }
            harvests.Rows.Add(new Harvest(hive, weight));
            return harvests.Rows.Last();
        }
    }

    internal abstract class BaseController
    {
        protected string Answer(int status, object body)
        {
            return status + " " + body;
        }
    }

    internal class HiveController : BaseController
    {
        private readonly HiveService service = new HiveService();

        public string Index()
        {
            return Answer(200, string.Join(", ", service.List().Select(hive => hive.Label())));
        }

        public string Create(string body)
        {
            return Answer(201, service.Add(body).Label());
        }
    }

    internal class HarvestController : BaseController
    {
        private readonly HarvestService service = new HarvestService();

        public string Index()
        {
            return Answer(200, string.Join(", ", service.List().Select(one => one.Hive.Label() + ": " + one.Grade)));
        }

        public string Create(string body)
        {
            var words = body.Split(' ');
            return Answer(201, service.Add(int.Parse(words[0]), int.Parse(words[1])).Grade);
        }
    }

    public class InvalidException : Exception
    {
        public InvalidException(string why) : base(why)
        {
        }
    }

    public static class Program
    {
        private static readonly Dictionary<string, Func<string, string>> Routes =
            new Dictionary<string, Func<string, string>>();

        public static string Answer(string route, string body)
        {
            try
            {
                return Routes[route](body);
            }
            catch (InvalidException error)
            {
                return "400 " + error.Message;
            }
        }

        public static void Main()
        {
            var hives = new HiveController();
            var harvests = new HarvestController();
            Routes["GET /hives"] = body => hives.Index();
            Routes["POST /hives"] = hives.Create;
            Routes["GET /harvests"] = body => harvests.Index();
            Routes["POST /harvests"] = harvests.Create;
            Console.WriteLine(Answer("POST /hives", "Heather"));
            Console.WriteLine(Answer("POST /hives", ""));
            Console.WriteLine(Answer("POST /harvests", "1 12"));
            Console.WriteLine(Answer("POST /harvests", "2 9"));
            Console.WriteLine(Answer("GET /hives", ""));
            Console.WriteLine(Answer("GET /harvests", ""));
        }
    }
}
