package coop.waxmoor.models;

class Keeper {
    int hidden;
}
