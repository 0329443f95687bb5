package coop.hives;

import coop.hives.Beee;
import coop.hives.Bee_;
import coop.hives.QBee;
import coop.hives.R;
import coop.hives.Wasp_;
import jakarta.ws.Path;
import coop.Gone;

public class Hive {
}
