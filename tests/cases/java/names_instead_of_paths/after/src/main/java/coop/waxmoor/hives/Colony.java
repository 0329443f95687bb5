package coop.waxmoor.hives;

public class Colony {
    public Colony() {
    }
}
