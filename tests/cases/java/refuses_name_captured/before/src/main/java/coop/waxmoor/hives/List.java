package coop.waxmoor.hives;

public class List<T> {
}
