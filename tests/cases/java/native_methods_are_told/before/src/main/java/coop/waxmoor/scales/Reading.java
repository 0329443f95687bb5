package coop.waxmoor.scales;

import coop.waxmoor.hives.Scale;

public class Reading {
    int read() {
        return new Scale().weigh("north");
    }
}
