package coop.waxmoor.models;

/** Something that has a number. */
public abstract class BaseModel {
    private int number;

    public int getNumber() {
        return number;
    }

    public void setNumber(int number) {
        this.number = number;
    }
}
