package coop.waxmoor;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

public class Server {
    private static final int LIMIT = 20;
    private static final Map<Integer, Hive> HIVES = new ConcurrentHashMap<>();
    private static final List<String> HARVESTS = new ArrayList<>();
    private static int asked;

    private final AtomicInteger next = new AtomicInteger(1);

    public static void main(String[] args) throws IOException {
        HttpServer server = new Server().start(0);
        Asking.askAll(server.getAddress().getPort());
        server.stop(0);
    }

    public HttpServer start(int port) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(port), 0);
        HIVES.put(0, new Hive(0, "first"));

        // Hives: all of them, or one more.
        server.createContext("/hives", exchange -> {
            if (exchange.getRequestMethod().equals("POST")) {
                addHive(exchange);
            } else {
                send(exchange, 200, HIVES.values().toString());
            }
        });
        server.createContext("/hives/first", this::firstHive);

        server.createContext("/harvests", exchange -> {
            HARVESTS.add("""
                a harvest
                  of honey""");
            send(exchange, 200, String.join(", ", HARVESTS.subList(0, Math.min(LIMIT, HARVESTS.size()))));
        });
        server.createContext("/asked", exchange -> send(exchange, 200, "" + ++asked));
        server.createContext("/health", exchange -> send(exchange, 200, "ok"));
        server.start();
        return server;
    }

    /** Adds a hive. */
    private void addHive(HttpExchange exchange) throws IOException {
        Hive hive = new Hive(next.getAndIncrement(), text(exchange));
        HIVES.put(hive.id(), hive);
        send(exchange, 201, hive.toString());
    }

    private void firstHive(HttpExchange exchange) throws IOException {
        send(exchange, 200, HIVES.get(0).name());
    }

    private static String text(HttpExchange exchange) throws IOException {
        return new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    }

    static void send(HttpExchange exchange, int status, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(status, bytes.length);
        try (OutputStream out = exchange.getResponseBody()) {
            out.write(bytes);
        }
    }
}

record Hive(int id, String name) {
}
