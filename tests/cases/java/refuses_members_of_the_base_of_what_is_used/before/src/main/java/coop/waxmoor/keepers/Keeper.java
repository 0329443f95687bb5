package coop.waxmoor.keepers;

public class Keeper {
}
