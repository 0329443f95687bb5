using Waxmoor.Hives;

public static class Program
{
    public static void Main() => System.Console.WriteLine(FrameWeights.Weigh(new Frame { Row = 3 }));
}
