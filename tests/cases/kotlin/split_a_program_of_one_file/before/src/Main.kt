package com.example.library

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress

const val PORT = 8080

data class Book(val id: Int, val title: String, val copies: Int = 1)

data class NewBookRequest(val title: String)

class BookNotFoundException(id: Int) : RuntimeException("no book $id")

interface BookRepository {
    fun findAll(): List<Book>
    fun find(id: Int): Book?
    fun add(title: String): Book
}

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

class BookService(private val repository: BookRepository) {
    fun list() = repository.findAll()

    fun get(id: Int): Book = repository.find(id) ?: throw BookNotFoundException(id)

    fun create(request: NewBookRequest): Book {
        require(request.title.isNotBlank()) { "title missing" }
        return repository.add(request.title)
    }
}

fun Book.toJson(): String = """{"id":$id,"title":"$title","copies":$copies}"""

fun HttpExchange.respond(status: Int, text: String) {
    val bytes = text.toByteArray()
    sendResponseHeaders(status, bytes.size.toLong())
    responseBody.use { it.write(bytes) }
}

class BookHandler(private val service: BookService) {
    fun handle(exchange: HttpExchange) {
        when (exchange.requestMethod) {
            "GET" -> exchange.respond(200, service.list().joinToString(prefix = "[", postfix = "]") { it.toJson() })
            "POST" -> exchange.respond(201, service.create(NewBookRequest(String(exchange.requestBody.readAllBytes()))).toJson())
            else -> exchange.respond(405, "")
        }
    }
}

fun main() {
    val service = BookService(InMemoryBooks())
    val server = HttpServer.create(InetSocketAddress(PORT), 0)
    server.createContext("/books", BookHandler(service)::handle)
    server.start()
}
