package coop.waxmoor.models;

/** What holds a comb. */
public class Frame {
    public String show() {
        return "fair";
    }
}
