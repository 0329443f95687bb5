package coop.waxmoor.shared;

import java.time.LocalDate;

/** The season calendar. */
public enum Season {
    WINTER, SPRING, SUMMER, AUTUMN;

    public static Season of(LocalDate day) {
        return values()[day.getMonthValue() % 12 / 3];
    }
}
