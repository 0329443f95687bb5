package coop.waxmoor.services;

import coop.waxmoor.models.RowsKt;
import static coop.waxmoor.models.RowsKt.rows;

class A {
    int two = RowsKt.rows() + rows();
}
