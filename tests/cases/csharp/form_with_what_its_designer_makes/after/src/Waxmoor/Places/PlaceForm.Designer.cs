namespace Waxmoor.Places
{
    partial class PlaceForm
    {
        private void Open()
        {
        }
    }
}
