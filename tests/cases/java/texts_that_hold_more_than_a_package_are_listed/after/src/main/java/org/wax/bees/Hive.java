package org.wax.bees;

public class Hive {
}
