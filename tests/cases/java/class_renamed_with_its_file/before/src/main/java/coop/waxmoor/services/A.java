package coop.waxmoor.services;

import coop.waxmoor.models.Hive;
import coop.waxmoor.models.Hive.Part;

class A {
    Hive.Part part = new Hive.Part();
    Part other = new Part();
    java.util.function.IntFunction<Hive> make = Hive::new;
    coop.waxmoor.models.Hive full;
}
