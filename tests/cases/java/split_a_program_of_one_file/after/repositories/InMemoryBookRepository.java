package repositories;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import models.Book;

public class InMemoryBookRepository implements BookRepository {
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
