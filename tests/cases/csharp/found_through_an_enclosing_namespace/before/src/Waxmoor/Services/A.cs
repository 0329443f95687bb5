namespace Waxmoor.Services
{
    public class A
    {
        int year = Waxmoor.Clock.Year + global::Waxmoor.Clock.Year;
    }
}
