package coop.waxmoor.core;

public class Yard {
}
