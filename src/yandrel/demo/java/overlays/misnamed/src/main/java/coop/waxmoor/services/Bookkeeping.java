package coop.waxmoor.services;

/** What is in the till. */
public class Bookkeeping {
    public String show() {
        return "fair";
    }
}
