package com.example.library.services

import com.example.library.errors.BookNotFoundException
import com.example.library.models.Book
import com.example.library.models.NewBookRequest
import com.example.library.repositories.BookRepository

class BookService(private val repository: BookRepository) {
    fun list() = repository.findAll()

    fun get(id: Int): Book = repository.find(id) ?: throw BookNotFoundException(id)

    fun create(request: NewBookRequest): Book {
        require(request.title.isNotBlank()) { "title missing" }
        return repository.add(request.title)
    }
}
