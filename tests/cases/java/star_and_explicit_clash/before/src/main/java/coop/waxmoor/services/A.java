package coop.waxmoor.services;

import coop.waxmoor.hives.*;
import coop.waxmoor.other.*;

class A {
    Hive other;
    Frame frame;
}
