package coop.waxmoor.shared;

/** Answers what was asked for; the numbers are those in the path. */
@FunctionalInterface
public interface Handler {
    Response handle(Request request, int[] numbers);
}
