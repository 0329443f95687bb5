namespace Waxmoor
{
    public static class Services
    {
    }
}
