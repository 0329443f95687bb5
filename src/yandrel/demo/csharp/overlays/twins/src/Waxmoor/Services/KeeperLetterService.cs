using System.Collections.Generic;

namespace Waxmoor.Services
{
    public class KeeperLetterService
    {
        private readonly string greeting = "Dear keeper";

        public string Write(IEnumerable<string> lines)
        {
            return greeting + ",\n\n" + string.Join("\n", lines);
        }
    }
}
