package coop.waxmoor.services;

import coop.waxmoor.hives.Hive;
import coop.waxmoor.models.*;

public class HiveService {
    Object hive = Hive.class;
    Object frame = new Frame();
}
