package coop.waxmoor.models;

/** What bees build. */
public class Comb {
    public String show() {
        return "fair";
    }
}
