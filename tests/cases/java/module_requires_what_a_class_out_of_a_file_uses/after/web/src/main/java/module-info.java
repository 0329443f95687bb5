module coop.waxmoor.web {
    requires coop.waxmoor.core;
    requires java.desktop;
    requires java.logging;

    exports coop.waxmoor.web;
}
