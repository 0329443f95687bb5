namespace Bees.Checks
{
    public class Check
    {
        protected bool Contains(string comb) { return comb != ""; }

        protected bool Both(bool one, bool other) { return one && other; }
    }
}
