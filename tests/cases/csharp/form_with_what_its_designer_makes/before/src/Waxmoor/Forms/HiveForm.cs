namespace Waxmoor.Forms
{
    public partial class HiveForm
    {
        public HiveForm()
        {
            Open();
        }
    }
}
