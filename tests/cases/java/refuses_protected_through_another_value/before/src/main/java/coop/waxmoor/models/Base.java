package coop.waxmoor.models;

public class Base {
    protected int frames;
}
