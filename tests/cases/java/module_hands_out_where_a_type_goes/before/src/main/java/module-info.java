/** The co-operative. */
module coop.waxmoor {
    requires java.sql;
    exports coop.waxmoor.hives;
    opens coop.waxmoor.hives to com.fasterxml.jackson.databind;
    uses coop.waxmoor.hives.Scale;
    provides coop.waxmoor.hives.Scale with coop.waxmoor.hives.PlainScale;
}
