package coop.waxmoor.models;

import coop.waxmoor.shared.InvalidException;

/** A harvest weighs between one gram and sixty kilograms. */
public class WeightValidator {
    public int check(Object weight) {
        if (!(weight instanceof Integer grams) || grams < 1 || grams > 60_000) {
            throw new InvalidException("a weight is 1 to 60000 grams");
        }
        return grams;
    }
}
