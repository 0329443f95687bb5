import Core

let hive = Colony.open()
