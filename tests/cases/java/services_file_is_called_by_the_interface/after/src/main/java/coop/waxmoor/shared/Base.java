package coop.waxmoor.shared;

public interface Base {
}
