package coop.waxmoor;

import java.util.ArrayList;
import java.util.List;

public class Server {
    private static final List<Server.Hive> HIVES = new ArrayList<>();
    private static int number;

    public static void main(String[] args) {
        HIVES.add(new Hive("first", new Scale(4)));
        Server.Hive second = new Hive("second", Scale.none());
        second.grade = Grade.LIGHT;
        HIVES.add(second);
        for (Hive hive : HIVES) {
            System.out.println(hive.name() + " " + hive.grade + " " + hive.scale.weight);
        }
        System.out.println(new Counter().next() + " " + new Round(second).shown());
    }

    /** A hive of a keeper. */
    static class Hive {
        private final String name;
        private final Scale scale;
        private Grade grade = Grade.HEAVY;

        private Hive(String name, Scale scale) {
            this.name = name;
            this.scale = scale;
        }

        String name() {
            return name;
        }
    }

    private enum Grade { LIGHT, HEAVY }

    // What a hive stands on.
    protected static final class Scale {
        private final int weight;

        private Scale(int weight) {
            this.weight = weight;
        }

        private static Scale none() {
            return new Scale(0);
        }
    }

    record Round(Hive hive) {
        String shown() {
            return "round of " + hive.name();
        }
    }

    /** Counts with what the server keeps, and so stays. */
    static class Counter {
        int next() {
            return ++number;
        }
    }
}
