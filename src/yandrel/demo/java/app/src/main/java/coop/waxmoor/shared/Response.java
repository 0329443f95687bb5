package coop.waxmoor.shared;

/** What is answered. */
public record Response(int status, Object body) {
    public static Response ok(Object body) {
        return new Response(200, body);
    }

    public static Response made(Object body) {
        return new Response(201, body);
    }

    public static Response gone() {
        return new Response(204, null);
    }
}
