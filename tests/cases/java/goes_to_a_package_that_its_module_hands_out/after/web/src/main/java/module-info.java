module coop.waxmoor.web {
    requires coop.waxmoor.core;
}
