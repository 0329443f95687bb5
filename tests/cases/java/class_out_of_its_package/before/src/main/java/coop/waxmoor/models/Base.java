package coop.waxmoor.models;

public abstract class Base {
}
