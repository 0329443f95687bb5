import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;

record Book(int id, String title, int copies) {
    String toJson() {
        return "{\"id\":" + id + ",\"title\":\"" + title + "\",\"copies\":" + copies + "}";
    }
}

class NotFoundException extends RuntimeException {
    NotFoundException(String message) {
        super(message);
    }
}

interface BookRepository {
    List<Book> findAll();

    Optional<Book> findById(int id);

    Book save(String title);
}

class InMemoryBookRepository implements BookRepository {
    private final List<Book> books = new ArrayList<>();
    private final AtomicInteger next = new AtomicInteger(1);

    @Override
    public List<Book> findAll() {
        return List.copyOf(books);
    }

    @Override
    public Optional<Book> findById(int id) {
        return books.stream().filter(book -> book.id() == id).findFirst();
    }

    @Override
    public Book save(String title) {
        Book book = new Book(next.getAndIncrement(), title, 1);
        books.add(book);
        return book;
    }
}

class BookService {
    private final BookRepository repository;

    BookService(BookRepository repository) {
        this.repository = repository;
    }

    List<Book> list() {
        return repository.findAll();
    }

    Book get(int id) {
        return repository.findById(id).orElseThrow(() -> new NotFoundException("no book " + id));
    }

    Book add(String title) {
        if (title.isBlank()) {
            throw new IllegalArgumentException("title missing");
        }
        return repository.save(title);
    }
}

class BookHandler {
    private final BookService service;

    BookHandler(BookService service) {
        this.service = service;
    }

    void handle(HttpExchange exchange) throws IOException {
        switch (exchange.getRequestMethod()) {
            case "GET" -> Http.send(exchange, 200, service.list().toString());
            case "POST" -> Http.send(exchange, 201, service.add(Http.body(exchange)).toJson());
            default -> Http.send(exchange, 405, "");
        }
    }
}

final class Http {
    private Http() {
    }

    static String body(HttpExchange exchange) throws IOException {
        return new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    }

    static void send(HttpExchange exchange, int status, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }
}

public class Main {
    static final int PORT = 8080;

    public static void main(String[] args) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(PORT), 0);
        BookHandler books = new BookHandler(new BookService(new InMemoryBookRepository()));
        server.createContext("/books", books::handle);
        server.start();
    }
}
