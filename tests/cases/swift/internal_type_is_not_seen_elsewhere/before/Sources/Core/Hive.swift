struct Hive {}
