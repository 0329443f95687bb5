module coop.waxmoor.core {
    exports coop.waxmoor.core;
}
