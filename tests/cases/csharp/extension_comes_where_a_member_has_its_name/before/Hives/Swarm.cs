namespace Waxmoor.Hives
{
    public class Swarm { public int Settle() { return 1; } }
}
