package coop.waxmoor.api;

import coop.waxmoor.core.Hive;

public class HiveController {
    public Hive show() {
        return new Hive();
    }
}
