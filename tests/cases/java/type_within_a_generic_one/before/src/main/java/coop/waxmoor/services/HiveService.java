package coop.waxmoor.services;

import coop.waxmoor.models.Hive;
import coop.waxmoor.models.Ledger;

public class HiveService {
    Ledger<Hive>.Row<Hive> first;
    coop.waxmoor.models.Ledger<?>.Row<? extends Hive>[] others;
}
