package coop.waxmoor.models;

import coop.waxmoor.shared.Base;

public class Hive implements Base {
}
