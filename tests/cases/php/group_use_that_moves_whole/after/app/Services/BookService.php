<?php

namespace App\Services;

use App\Domain\Models\Book;

class BookService
{
    public function add(array $data): Book
    {
        return Book::create($data);
    }
}
