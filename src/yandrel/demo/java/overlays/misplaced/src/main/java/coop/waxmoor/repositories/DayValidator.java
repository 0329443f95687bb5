package coop.waxmoor.repositories;

/** Says what is a day. */
public class DayValidator {
    public String show() {
        return "fair";
    }
}
