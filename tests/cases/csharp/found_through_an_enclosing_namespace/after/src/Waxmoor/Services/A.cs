namespace Waxmoor.Services
{
    public class A
    {
        int year = Waxmoor.Time.Clock.Year + global::Waxmoor.Time.Clock.Year;
    }
}
