package coop.waxmoor.models;

/** Who lays the eggs. */
public class Queen {
    public String show() {
        return "fair";
    }
}
