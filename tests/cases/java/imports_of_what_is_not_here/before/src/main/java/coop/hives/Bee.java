package coop.hives;

public class Bee {
}
