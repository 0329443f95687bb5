package coop.waxmoor.services;

import coop.waxmoor.models.Colony;
import coop.waxmoor.models.Colony.Part;

class A {
    Colony.Part part = new Colony.Part();
    Part other = new Part();
    java.util.function.IntFunction<Colony> make = Colony::new;
    coop.waxmoor.models.Colony full;
}
