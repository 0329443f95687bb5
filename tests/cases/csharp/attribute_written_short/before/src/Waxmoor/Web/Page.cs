namespace Waxmoor.Web
{
    [Route]
    public class Page
    {
        [RouteAttribute]
        public int Number;
    }
}
