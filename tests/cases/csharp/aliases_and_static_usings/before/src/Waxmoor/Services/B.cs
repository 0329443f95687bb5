namespace Waxmoor.Services
{
    using Homes = System.Collections.Generic.List<Waxmoor.Models.Hive>;

    public class B
    {
        Homes homes = new Homes();
    }
}
