namespace Waxmoor.Models
{
    public class Spot
    {
        public string Name = "Heath";
    }

    public class Located
    {
        public Spot Place { get; } = new Spot();
    }
}
