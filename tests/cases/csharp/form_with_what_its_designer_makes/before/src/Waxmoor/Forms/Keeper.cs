namespace Waxmoor.Forms
{
    public class Keeper
    {
        public HiveForm Form = new HiveForm();
    }
}
