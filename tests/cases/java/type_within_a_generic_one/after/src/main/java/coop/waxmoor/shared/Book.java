package coop.waxmoor.shared;

public class Book<T> {
    public class Row<K> {
    }
}
