using Waxmoor.Hives;

namespace Waxmoor
{
    public static class Program
    {
        public static void Main() => System.Console.WriteLine(new Hive().Frames);
    }
}
