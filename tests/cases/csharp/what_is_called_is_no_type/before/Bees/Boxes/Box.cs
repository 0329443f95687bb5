namespace Bees.Boxes
{
    public class Box
    {
    }
}
