<?php

namespace Tests\Feature;

use App\Models\Book;
use PHPUnit\Framework\TestCase;

class BookTest extends TestCase
{
    public function test_it(): void
    {
        $this->assertTrue(class_exists(Book::class));
    }
}
