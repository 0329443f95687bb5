using Waxmoor.Hives;

namespace Waxmoor.Models
{
    public class Keeper
    {
        public Hive Hive { get; set; }

        /// <see cref="Hive"/>
        public string Name = nameof(Waxmoor.Hives.Hive);
    }
}
