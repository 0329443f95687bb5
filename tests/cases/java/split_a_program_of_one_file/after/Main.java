import com.sun.net.httpserver.HttpServer;
import controllers.BookHandler;

import java.io.IOException;
import java.net.InetSocketAddress;
import repositories.InMemoryBookRepository;
import services.BookService;

public class Main {
    static final int PORT = 8080;

    public static void main(String[] args) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(PORT), 0);
        BookHandler books = new BookHandler(new BookService(new InMemoryBookRepository()));
        server.createContext("/books", books::handle);
        server.start();
    }
}
