package coop.hives;

import coop.hives.Beee;
import jakarta.ws.Path;
import coop.Gone;

public class Hive {
}
