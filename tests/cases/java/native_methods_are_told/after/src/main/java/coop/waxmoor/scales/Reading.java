package coop.waxmoor.scales;

public class Reading {
    int read() {
        return new Scale().weigh("north");
    }
}
