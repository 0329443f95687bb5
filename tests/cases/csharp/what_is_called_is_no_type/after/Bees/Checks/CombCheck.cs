namespace Bees.Checks
{
    public class CombCheck : Check
    {
        public bool Run(string comb)
        {
            return Both(comb != "", Contains(comb));
        }
    }
}
