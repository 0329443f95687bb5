package coop.waxmoor.models;

public class Keeper {
}
