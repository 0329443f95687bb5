package coop.waxmoor.shared;

import java.util.Map;

/** What was asked for. */
public record Request(String method, String path, Map<String, Object> body, Map<String, String> headers) {
    public int number(String name) {
        return ((Number) body.get(name)).intValue();
    }
}
