package bees.models;

public record Hive(String name, int weight) {
}
