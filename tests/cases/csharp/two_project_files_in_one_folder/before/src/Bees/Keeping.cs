using System;

#if SAFE
using Lists = System.Collections.Concurrent;
#else
using Lists = System.Collections.Generic;
#endif

namespace Hives.Bees
{
    public class Keeping
    {
        public IBee Queen;
#if SAFE
        public Lists.ConcurrentBag<IBee> All;
    }
#else
        public Lists.List<IBee> All;
    }
#endif
}
