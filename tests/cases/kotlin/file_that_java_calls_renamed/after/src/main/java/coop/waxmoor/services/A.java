package coop.waxmoor.services;

import coop.waxmoor.models.LinesKt;
import static coop.waxmoor.models.LinesKt.rows;

class A {
    int two = LinesKt.rows() + rows();
}
