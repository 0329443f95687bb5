namespace Waxmoor.Routing
{
    public class PathAttribute : System.Attribute
    {
    }
}
