package coop.waxmoor.models;

public class Base {
    int frames() {
        return 1;
    }

    protected void more() {
    }
}
