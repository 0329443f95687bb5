module coop.example/app

go 1.19

require coop.example/ledger v0.0.0

replace coop.example/ledger => ../libs/ledger
