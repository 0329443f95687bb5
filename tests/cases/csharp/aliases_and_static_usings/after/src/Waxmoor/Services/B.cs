namespace Waxmoor.Services
{
    using Homes = System.Collections.Generic.List<Waxmoor.Hives.Colony>;

    public class B
    {
        Homes homes = new Homes();
    }
}
