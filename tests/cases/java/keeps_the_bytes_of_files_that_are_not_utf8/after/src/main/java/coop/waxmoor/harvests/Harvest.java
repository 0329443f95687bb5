package coop.waxmoor.harvests;

import coop.waxmoor.bees.Hive;

/** @author Jürgen */
public class Harvest {
    Hive hive;
}
