package coop.waxmoor.hives;

public class Other {
}

class Hive {
}
