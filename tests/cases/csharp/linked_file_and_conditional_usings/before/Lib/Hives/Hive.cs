using System;
#if SMALL
using System.IO;
#else
using System.IO.Compression;
#endif

namespace Waxmoor.Hives
{
	public class Hive
	{
		public int Frames { get; set; }
	}
}
