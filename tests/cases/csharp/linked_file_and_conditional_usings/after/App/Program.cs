using System;
using Waxmoor;

namespace App
{
	public static class Program
	{
		public static void Main()
		{
			Console.WriteLine(new Hive().Frames);
		}
	}
}
