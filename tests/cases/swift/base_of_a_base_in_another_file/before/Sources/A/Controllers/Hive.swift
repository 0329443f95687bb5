class Hive: Middle {}
