package coop.waxmoor.services;

import coop.waxmoor.hives.*;
import coop.waxmoor.other.*;
import coop.waxmoor.other.Hive;

class A {
    Hive other;
    Frame frame;
}
