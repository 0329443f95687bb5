package coop.waxmoor.web;

import coop.waxmoor.core.Hive;

public class Page {
    Hive hive;
}
