package coop.waxmoor;

import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.util.HashMap;
import java.util.Map;

/** Serves what can be asked for without a body. */
public class Server {
    public static void main(String[] words) throws IOException {
        Application application = new Application();
        HttpServer server = HttpServer.create(new InetSocketAddress(8000), 0);
        server.createContext("/", exchange -> {
            Map<String, String> headers = new HashMap<>();
            exchange.getRequestHeaders().forEach((name, values) -> headers.put(name, values.get(0)));
            String path = exchange.getRequestURI().getPath();
            Response response = application.handle(new Request(exchange.getRequestMethod(), path, Map.of(), headers));
            byte[] text = String.valueOf(response.body()).getBytes();
            exchange.sendResponseHeaders(response.status(), text.length);
            exchange.getResponseBody().write(text);
            exchange.close();
        });
        server.start();
    }
}
