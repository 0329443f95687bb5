package coop.waxmoor.services;

import coop.waxmoor.hives.Hive;
import coop.waxmoor.models.*;

class Both {
    Hive hive;
    Keeper keeper;
}
