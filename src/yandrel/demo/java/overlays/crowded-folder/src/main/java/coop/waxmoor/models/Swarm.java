package coop.waxmoor.models;

/** Who left. */
public class Swarm {
    public String show() {
        return "fair";
    }
}
