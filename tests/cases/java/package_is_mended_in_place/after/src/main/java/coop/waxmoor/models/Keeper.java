package coop.waxmoor.models;

class Keeper {
    Hive hive;
}
