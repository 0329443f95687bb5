using System;
using System.Collections.Generic;
using System.Linq;
using Waxmoor.Web;

namespace Waxmoor
{
    public class HiveStore
    {
        private readonly List<string> kept = new List<string>();

        public void Add(string hive)
        {
            kept.Add(hive);
        }

        public string Find(string prefix)
        {
            return string.Join(", ", kept.Where(hive => hive.StartsWith(prefix)));
        }
    }

    public static class Server
    {
        private static readonly List<string> Harvests = new List<string>();
        private static int asked;

        public static void Main()
        {
            var builder = WebApplication.CreateBuilder();
            WebApplication app = builder.Build();
            var store = new HiveStore();
            store.Add("first");

            // Hives: all of them, and one more.
            app.MapGet("/hives", body => Shown(store.Find("")));
            app.MapPost("/hives", body =>
            {
                store.Add(@"second
    hive");
                return Shown(store.Find("s"));
            });
            app.MapPost("/harvests", body =>
            {
                Harvests.Add(body);
                return Shown(string.Join(", ", Harvests));
            });
            app.MapGet("/asked", body => Shown((++asked).ToString()));
            app.MapGet("/hives/{number}", body => Shown(body + store.Find("f")));
            app.MapGet("/harvests", body => Shown(Harvests.Count.ToString()));
            app.Run();
        }

        private static string Shown(string text)
        {
            return $"[{text}]";
        }
    }
}
