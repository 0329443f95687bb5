package coop.waxmoor.models;

public class Hive {
    int frames;

    Hive(int frames) {
        this.frames = frames;
    }

    void weigh() {
    }
}
