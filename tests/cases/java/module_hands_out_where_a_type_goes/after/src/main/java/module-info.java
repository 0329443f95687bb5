/** The co-operative. */
module coop.waxmoor {
    requires java.sql;
    exports coop.waxmoor.hives;
    exports coop.waxmoor.keepers;
    opens coop.waxmoor.hives to com.fasterxml.jackson.databind;
    opens coop.waxmoor.keepers to com.fasterxml.jackson.databind;
    uses coop.waxmoor.hives.Scale;
    provides coop.waxmoor.hives.Scale with coop.waxmoor.keepers.PlainScale;
}
