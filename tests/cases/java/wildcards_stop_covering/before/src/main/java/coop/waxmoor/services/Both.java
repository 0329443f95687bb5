package coop.waxmoor.services;

import coop.waxmoor.models.*;

class Both {
    Hive hive;
    Keeper keeper;
}
