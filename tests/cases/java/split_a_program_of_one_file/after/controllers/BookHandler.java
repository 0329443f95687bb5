package controllers;

import com.sun.net.httpserver.HttpExchange;
import helpers.Http;
import java.io.IOException;
import services.BookService;

public class BookHandler {
    private final BookService service;

    public BookHandler(BookService service) {
        this.service = service;
    }

    public void handle(HttpExchange exchange) throws IOException {
        switch (exchange.getRequestMethod()) {
            case "GET" -> Http.send(exchange, 200, service.list().toString());
            case "POST" -> Http.send(exchange, 201, service.add(Http.body(exchange)).toJson());
            default -> Http.send(exchange, 405, "");
        }
    }
}
