using System.Collections.Generic;
#if OLD
using Waxmoor.Shared;
#else
using Waxmoor.Hives;
#endif

namespace Waxmoor.Services
{
    public class HiveService
    {
        public object Open(object given)
        {
#if OLD
            if (given is string)
            {
                return given;
            }
            else
#elif NEWER
            if (given is Waxmoor.Hives.Hive)
            {
                return new Hive();
            }
            else
#endif
            {
                return new List<Hive>();
            }
        }
    }
}
