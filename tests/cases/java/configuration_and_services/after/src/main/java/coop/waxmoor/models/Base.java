package coop.waxmoor.models;

public interface Base {
}
