namespace Waxmoor.Routes;

public static class DebugRoutes
{
    public static void Map(WebApplication app)
    {
        app.MapGet("/debug", () => Environment.StackTrace);
    }
}
