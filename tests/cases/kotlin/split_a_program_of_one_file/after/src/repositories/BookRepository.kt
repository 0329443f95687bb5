package com.example.library.repositories

import com.example.library.models.Book

interface BookRepository {
    fun findAll(): List<Book>
    fun find(id: Int): Book?
    fun add(title: String): Book
}
