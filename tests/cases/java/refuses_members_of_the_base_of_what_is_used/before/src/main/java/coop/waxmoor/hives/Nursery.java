package coop.waxmoor.hives;

public class Nursery {
    int count(Swarm swarm) {
        return swarm.drones;
    }
}
