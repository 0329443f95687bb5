module coop.waxmoor.web {
    requires coop.waxmoor.core;
    requires java.desktop;

    exports coop.waxmoor.web;
}
