using Waxmoor.Models;

public static class Program
{
    public static void Main() => System.Console.WriteLine(new Hive().Where);
}
