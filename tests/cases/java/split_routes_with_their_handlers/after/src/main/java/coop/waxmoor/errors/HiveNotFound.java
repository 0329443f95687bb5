package coop.waxmoor.errors;

public class HiveNotFound extends RuntimeException {
    public HiveNotFound(int id) {
        super("no hive " + id);
    }
}
