package coop.waxmoor.services;

import coop.waxmoor.domain.models.models.Hive;
import coop.waxmoor.domain.models.models.RowsKt;

class A {
    Hive hive = RowsKt.rows().get(0);
}
