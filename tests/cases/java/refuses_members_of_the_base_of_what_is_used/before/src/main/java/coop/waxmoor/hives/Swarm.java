package coop.waxmoor.hives;

public class Swarm extends Colony {
    boolean isAfterSwarm() {
        return queens > 1 ? true : drones == 0;
    }
}
