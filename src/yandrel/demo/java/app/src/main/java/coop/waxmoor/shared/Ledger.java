package coop.waxmoor.ledgers;

import java.util.Map;

/** What the co-operative owes its keepers: a price for each grade. */
public final class Ledger {
    public static final Map<String, Integer> PRICES = Map.of("golden", 9, "amber", 7, "clear", 5);

    private Ledger() {
    }

    public static int worth(String grade, int weight) {
        return weight * PRICES.get(grade) / 1000;
    }
}
