package coop.waxmoor.core.inner;

public class Cell {
}
