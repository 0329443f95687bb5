namespace Bees.Checks
{
    public static class Contains
    {
        public static bool Honey(string comb) { return comb == "honey"; }
    }
}
