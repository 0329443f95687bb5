using System.Collections.Generic;

namespace Waxmoor.Shared
{
    public delegate object Handler(Request request);

    /// <summary>What a keeper asks for.</summary>
    public class Request
    {
        public Request(IDictionary<string, string> values)
        {
            Values = values;
        }

        public IDictionary<string, string> Values { get; private set; }
    }
}
