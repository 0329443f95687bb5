module coop.waxmoor.core {
    requires java.sql;
    requires org.slf4j;

    exports coop.waxmoor.core;
}
