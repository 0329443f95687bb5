package coop.waxmoor.harvests;

import coop.waxmoor.hives.Hive;

/** @author Jürgen */
public class Harvest {
    Hive hive;
}
