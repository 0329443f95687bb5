package org.wax.hives;

public class Hive {
}
