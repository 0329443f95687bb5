package coop.waxmoor.domain.models.models;

class Keeper {
    int hidden;
}
