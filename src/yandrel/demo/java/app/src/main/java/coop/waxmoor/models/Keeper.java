package coop.waxmoor.models;

public class Keeper extends BaseModel {
    private final String name;

    public Keeper(String name) {
        this.name = name;
    }

    public String getName() {
        return name;
    }
}
