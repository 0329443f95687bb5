package coop.waxmoor.models;

public class Base {
    protected int frames;

    protected int more() {
        return 1;
    }
}
