package coop.waxmoor.models;

public class Ledger<T> {
    public class Row<K> {
    }
}
