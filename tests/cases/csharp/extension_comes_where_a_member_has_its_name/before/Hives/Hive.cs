namespace Waxmoor.Hives
{
    public class Hive
    {
        public void Fill(Swarm swarm)
        {
            swarm.Settle();
            new Comb(1).Build();
        }
    }
}
