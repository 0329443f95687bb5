namespace Bees.Boxes
{
    public static class Contains
    {
        public static bool Honey(string comb) { return comb == "honey"; }
    }
}
