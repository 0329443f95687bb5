using System;
#if SMALL
using System.IO;
#else
using System.IO.Compression;
#endif

namespace Waxmoor.Hives
{
}
