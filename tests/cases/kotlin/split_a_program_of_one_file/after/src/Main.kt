package com.example.library

import com.example.library.controllers.BookHandler
import com.example.library.repositories.InMemoryBooks
import com.example.library.services.BookService
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress

const val PORT = 8080

fun main() {
    val service = BookService(InMemoryBooks())
    val server = HttpServer.create(InetSocketAddress(PORT), 0)
    server.createContext("/books", BookHandler(service)::handle)
    server.start()
}
