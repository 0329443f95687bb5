using System;

namespace Waxmoor.Services
{
    /// <summary>Swarms that left.</summary>
    public class SwarmService
    {
        public int Count(string[] swarms)
        {
            Console.WriteLine(swarms);
            return swarms.Length;
        }
    }
}
