<?php

declare(strict_types=1);

class BookRepository
{
    public function all(): array
    {
        return array_map(fn ($r) => new Book((int) $r['id'], $r['title'], (int) $r['copies']),
            Database::get()->query('SELECT * FROM books')->fetchAll());
    }

    public function find(int $id): ?Book
    {
        $s = Database::get()->prepare('SELECT * FROM books WHERE id = ?');
        $s->execute([$id]);
        $r = $s->fetch();
        return $r ? new Book((int) $r['id'], $r['title'], (int) $r['copies']) : null;
    }

    public function add(string $title): int
    {
        Database::get()->prepare('INSERT INTO books (title) VALUES (?)')->execute([$title]);
        return (int) Database::get()->lastInsertId();
    }
}
