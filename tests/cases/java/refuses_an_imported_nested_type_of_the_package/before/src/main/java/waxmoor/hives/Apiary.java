package waxmoor.hives;

public class Apiary {
    static class Place {
        String name = "Heath";
    }
}
