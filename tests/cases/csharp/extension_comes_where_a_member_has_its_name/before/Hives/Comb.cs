namespace Waxmoor.Hives
{
    public class Comb
    {
        public Comb(int cells) { }
        public void Build() { }
    }
}
