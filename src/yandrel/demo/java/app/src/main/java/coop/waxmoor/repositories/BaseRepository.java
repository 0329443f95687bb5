package coop.waxmoor.repositories;

import coop.waxmoor.models.BaseModel;
import coop.waxmoor.shared.NotFoundException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Keeps models in memory, by number.
 *
 * @see BaseModel
 */
public abstract class BaseRepository<T extends BaseModel> {
    private final Map<Integer, T> kept = new TreeMap<>();

    public List<T> all() {
        return new ArrayList<>(kept.values());
    }

    public T get(int number) {
        T found = kept.get(number);
        if (found == null) {
            throw new NotFoundException("there is no number " + number + " here");
        }
        return found;
    }

    public T add(T model) {
        model.setNumber(kept.size() + 1);
        kept.put(model.getNumber(), model);
        return model;
    }

    public void remove(int number) {
        get(number);
        kept.remove(number);
    }

    public void clear() {
        kept.clear();
    }
}
