package coop.waxmoor.services;

import coop.waxmoor.models.*;

class One {
    Keeper keeper;
}
