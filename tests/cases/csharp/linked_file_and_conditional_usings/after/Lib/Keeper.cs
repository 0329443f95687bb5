using System;
#if SMALL
using System.IO;
#endif
#if !(SMALL)
using System.IO.Compression;
#endif

namespace Waxmoor
{
	public class Keeper
	{
	}

	public class Hive
	{
		public int Frames { get; set; }
	}
}
