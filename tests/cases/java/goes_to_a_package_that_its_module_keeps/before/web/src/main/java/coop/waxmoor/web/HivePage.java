package coop.waxmoor.web;

import coop.waxmoor.core.Hive;

public class HivePage {
    private final Hive hive = new Hive();
    private final Label label = new Label();
}
