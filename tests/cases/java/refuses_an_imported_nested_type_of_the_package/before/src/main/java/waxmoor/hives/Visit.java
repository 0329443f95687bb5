package waxmoor.hives;

import waxmoor.hives.Apiary.Place;

public class Visit {
    public String where(Place place) {
        return place.name;
    }
}
