namespace Waxmoor.Places
{
    public partial class PlaceForm
    {
        public PlaceForm()
        {
            Open();
        }
    }
}
