using System;

namespace Waxmoor.Shared
{
    public class InvalidException : Exception
    {
        public InvalidException(string why)
            : base(why)
        {
        }
    }
}
