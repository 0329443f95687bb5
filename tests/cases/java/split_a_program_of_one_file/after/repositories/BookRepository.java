package repositories;

import java.util.List;
import java.util.Optional;
import models.Book;

public interface BookRepository {
    List<Book> findAll();

    Optional<Book> findById(int id);

    Book save(String title);
}
