package coop.waxmoor.models

class Ledger<T> {
    inner class Row<K>
}
