package bees.stores;

import bees.models.Hive;
import java.util.List;
import java.util.Map;

/** Keeps hives. */
public interface HiveStore {
    /** Returns the one of a number. */
    Hive find(int number);

    List<Hive> all();

    void add(Hive hive);

    void remove(int number);

    Map<String, Integer> weigh();

    default boolean isEmpty() {
        return all().isEmpty();
    }
}
