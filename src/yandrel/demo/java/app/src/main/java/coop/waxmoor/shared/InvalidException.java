package coop.waxmoor.shared;

public class InvalidException extends RuntimeException {
    public InvalidException(String message) {
        super(message);
    }
}
