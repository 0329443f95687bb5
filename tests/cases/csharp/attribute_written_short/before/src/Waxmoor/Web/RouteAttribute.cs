namespace Waxmoor.Web
{
    public class RouteAttribute : System.Attribute
    {
    }
}
