using System;
using Waxmoor.Hives;

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
