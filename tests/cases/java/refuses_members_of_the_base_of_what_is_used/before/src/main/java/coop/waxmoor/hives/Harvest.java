package coop.waxmoor.hives;

public class Harvest extends Colony {
    int total() {
        int sum = 0;
        for (Frame frame : frames()) {
            sum += frame.weight;
        }
        return sum;
    }
}
