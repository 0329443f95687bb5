package com.example.library.repositories

import com.example.library.models.Book

class InMemoryBooks : BookRepository {
    private val books = mutableListOf<Book>()

    override fun findAll() = books.toList()

    override fun find(id: Int) = books.firstOrNull { it.id == id }

    override fun add(title: String): Book {
        val book = Book(books.size + 1, title)
        books += book
        return book
    }
}
