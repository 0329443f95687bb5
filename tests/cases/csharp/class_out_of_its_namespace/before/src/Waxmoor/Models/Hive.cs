namespace Waxmoor.Models
{
    /// <summary>See <see cref="Frame"/>, <see cref="Waxmoor.Models.Keeper.Name"/>.</summary>
    public class Hive : Base
    {
        private Frame frame = new Frame();

        public Hive()
        {
            frame.Fill(this);
        }
    }
}
