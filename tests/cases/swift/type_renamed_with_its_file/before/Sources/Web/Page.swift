import Core

let hive = Hive.open()
