package com.example.library.errors

class BookNotFoundException(id: Int) : RuntimeException("no book $id")
