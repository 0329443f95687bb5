using System;
using System.Collections.Generic;
using System.Linq;

namespace Waxmoor.Web
{
    /// <summary>As much of a server as this program needs: routes, and what they answer.</summary>
    public class WebApplication
    {
        private readonly List<KeyValuePair<string, Func<string, string>>> routes =
            new List<KeyValuePair<string, Func<string, string>>>();
        private readonly string prefix;
        private readonly WebApplication whole;

        public WebApplication(string prefix = "", WebApplication whole = null)
        {
            this.prefix = prefix;
            this.whole = whole ?? this;
        }

        public static WebApplication CreateBuilder()
        {
            return new WebApplication();
        }

        public WebApplication Build()
        {
            return this;
        }

        public WebApplication MapGet(string path, Func<string, string> answer)
        {
            return Map("GET " + prefix + path, answer);
        }

        public WebApplication MapPost(string path, Func<string, string> answer)
        {
            return Map("POST " + prefix + path, answer);
        }

        public void Run()
        {
            foreach (var route in routes.OrderBy(route => route.Key))
            {
                Console.WriteLine(route.Key + ": " + route.Value("7"));
            }
        }

        private WebApplication Map(string route, Func<string, string> answer)
        {
            whole.routes.Add(new KeyValuePair<string, Func<string, string>>(route, answer));
            return this;
        }
    }
}
