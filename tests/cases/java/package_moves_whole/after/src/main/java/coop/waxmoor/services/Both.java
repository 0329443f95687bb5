package coop.waxmoor.services;

import coop.waxmoor.domain.models.models.*;

class Both {
    Hive hive;
}
