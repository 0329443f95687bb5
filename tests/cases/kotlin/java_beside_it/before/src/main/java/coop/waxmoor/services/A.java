package coop.waxmoor.services;

import coop.waxmoor.models.Hive;
import coop.waxmoor.models.RowsKt;

class A {
    Hive hive = RowsKt.rows().get(0);
}
