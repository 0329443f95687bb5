package coop.waxmoor;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;

/** Asks the server for each of its endpoints. */
final class Asking {
    private Asking() {
    }

    static void askAll(int port) throws IOException {
        String[] paths = {"hives", "hives/first", "harvests", "harvests", "asked", "asked", "health"};
        for (String path : paths) {
            ask(request(port, path).build());
        }
        ask(request(port, "hives").POST(HttpRequest.BodyPublishers.ofString("second")).build());
        ask(request(port, "hives").build());
    }

    private static HttpRequest.Builder request(int port, String path) {
        return HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/" + path));
    }

    private static void ask(HttpRequest request) throws IOException {
        try {
            var answer = HttpClient.newHttpClient().send(request, BodyHandlers.ofString());
            System.out.println(answer.statusCode() + " " + answer.body().replace('\n', '/'));
        } catch (InterruptedException interrupted) {
            throw new IOException(interrupted);
        }
    }
}
