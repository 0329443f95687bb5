namespace Waxmoor.Forms
{
    partial class HiveForm
    {
        private void Open()
        {
        }
    }
}
