using Bees.Boxes;

namespace Bees.Checks
{
    public class HoneyCheck
    {
        public bool Run(string comb)
        {
            return Contains.Honey(comb);
        }
    }
}
