<?php

declare(strict_types=1);

class BookController
{
    private BookRepository $books;

    public function __construct()
    {
        $this->books = new BookRepository();
    }

    public function index(): void
    {
        json_response($this->books->all());
    }

    public function show(int $id): void
    {
        $book = $this->books->find($id);
        $book ? json_response($book) : not_found();
    }

    public function store(): void
    {
        $title = trim($_POST['title'] ?? '');
        if ($title === '') {
            json_response(['error' => 'title missing'], 422);
            return;
        }
        json_response(['id' => $this->books->add($title)], 201);
    }
}
