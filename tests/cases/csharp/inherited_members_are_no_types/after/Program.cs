using Waxmoor.Models;
using Waxmoor.Places;

public static class Program
{
    public static void Main() => System.Console.WriteLine(new Hive().Where);
}
