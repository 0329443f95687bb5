using System;

namespace Waxmoor.Shared
{
    public class NotFoundException : Exception
    {
        public NotFoundException(string what)
            : base("there is no " + what)
        {
        }
    }
}
