package coop.waxmoor.odds;

/** Nobody knows where it belongs. */
public class OddsAndEnds {
    public String show() {
        return "fair";
    }
}
