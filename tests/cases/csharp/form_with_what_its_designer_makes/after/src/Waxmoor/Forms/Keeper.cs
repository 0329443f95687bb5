using Waxmoor.Places;

namespace Waxmoor.Forms
{
    public class Keeper
    {
        public PlaceForm Form = new PlaceForm();
    }
}
