package services;

import errors.NotFoundException;
import java.util.List;
import models.Book;
import repositories.BookRepository;

public class BookService {
    private final BookRepository repository;

    public BookService(BookRepository repository) {
        this.repository = repository;
    }

    public List<Book> list() {
        return repository.findAll();
    }

    Book get(int id) {
        return repository.findById(id).orElseThrow(() -> new NotFoundException("no book " + id));
    }

    public Book add(String title) {
        if (title.isBlank()) {
            throw new IllegalArgumentException("title missing");
        }
        return repository.save(title);
    }
}
