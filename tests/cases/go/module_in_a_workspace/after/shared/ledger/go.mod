module coop.example/ledger

go 1.19
