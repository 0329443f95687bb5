module coop.waxmoor.web {
    requires coop.waxmoor.core;
    requires java.desktop;
    requires java.sql;
    requires org.slf4j;

    exports coop.waxmoor.web;
}
