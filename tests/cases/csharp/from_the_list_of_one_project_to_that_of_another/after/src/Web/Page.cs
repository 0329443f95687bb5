namespace Waxmoor.Web
{
    public class Page
    {
    }
}
