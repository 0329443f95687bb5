/** The co-operative. */
module coop.waxmoor {
    requires java.sql;
    exports coop.waxmoor.colonies;
    opens coop.waxmoor.colonies to com.fasterxml.jackson.databind;
    uses coop.waxmoor.colonies.Scale;
    provides coop.waxmoor.colonies.Scale with coop.waxmoor.colonies.PlainScale;
}
