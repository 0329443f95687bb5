package coop.waxmoor.core;

public class HiveTest {
    public Yard yard = new Yard();
}
