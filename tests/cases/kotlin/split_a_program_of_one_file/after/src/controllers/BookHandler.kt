package com.example.library.controllers

import com.example.library.models.Book
import com.example.library.models.NewBookRequest
import com.example.library.services.BookService
import com.sun.net.httpserver.HttpExchange

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
