package coop.waxmoor.harvests;

/** In Grad, „C“. */
public class Weight {
    int grams;
}
