package coop.waxmoor.web;

import coop.waxmoor.core.Hive;

public class HiveController {
    public Hive show() {
        return new Hive();
    }
}
