namespace Hives.Wax
{
    public class Cell
    {
    }
}
