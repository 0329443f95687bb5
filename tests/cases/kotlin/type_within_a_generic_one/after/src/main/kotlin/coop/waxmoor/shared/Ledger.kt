package coop.waxmoor.shared

class Ledger<T> {
    inner class Row<K>
}
