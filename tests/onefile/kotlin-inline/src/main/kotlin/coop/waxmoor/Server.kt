package coop.waxmoor

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress
import java.util.concurrent.ConcurrentHashMap
import java.util.concurrent.atomic.AtomicInteger

data class Hive(val id: Int, val name: String)

class HiveStore {
    private val kept = ConcurrentHashMap<Int, Hive>()
    fun all() = kept.values.toList()
    fun find(id: Int) = kept[id]
    fun add(hive: Hive) { kept[hive.id] = hive }
}

private val harvests = mutableListOf<String>()

private fun send(exchange: HttpExchange, status: Int, text: String) {
    val bytes = text.toByteArray()
    exchange.sendResponseHeaders(status, bytes.size.toLong())
    exchange.responseBody.use { it.write(bytes) }
}

fun main() {
    val server = HttpServer.create(InetSocketAddress(0), 0)
    val store = HiveStore()
    val next = AtomicInteger(1)
    var asked = 0

    server.createContext("/hives") { exchange ->
        if (exchange.requestMethod == "POST") {
            val hive = Hive(next.getAndIncrement(), String(exchange.requestBody.readBytes()))
            store.add(hive)
            send(exchange, 201, "$hive")
        } else {
            send(exchange, 200, store.all().toString())
        }
    }
    // What was harvested.
    server.createContext("/harvests") { exchange ->
        harvests += """
            a harvest
              of honey"""
        send(exchange, 200, "$harvests of ${store.all().size}")
    }
    server.createContext("/asked") { send(it, 200, "${++asked}") }
    server.createContext("/health") { send(it, 200, "ok") }
    server.start()
    askAll(server.address.port)
    server.stop(0)
}
