package coop.waxmoor.services;

import java.util.List;

/** Swarms that left. */
public class SwarmService {
    public int count(List<String> swarms) {
        System.out.println("swarms " + swarms);
        return swarms.size();
    }
}
