namespace Bees.Models
{
    public class Hive
    {
        public Hive(string name, int weight)
        {
            Name = name;
            Weight = weight;
        }

        public string Name { get; private set; }

        public int Weight { get; private set; }
    }
}
