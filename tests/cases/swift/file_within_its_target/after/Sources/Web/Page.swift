import Core

let hive = Hive()
