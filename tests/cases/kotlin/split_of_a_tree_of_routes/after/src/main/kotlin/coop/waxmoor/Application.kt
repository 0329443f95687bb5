package coop.waxmoor

import coop.waxmoor.routes.harvestRoutes
import coop.waxmoor.routes.hiveRoutes
import coop.waxmoor.services.HiveService
import io.ktor.http.*
import io.ktor.serialization.kotlinx.json.*
import io.ktor.server.application.*
import io.ktor.server.engine.*
import io.ktor.server.netty.*
import io.ktor.server.plugins.contentnegotiation.*
import io.ktor.server.request.*
import io.ktor.server.response.*
import io.ktor.server.routing.*
import org.jetbrains.exposed.sql.*

fun main() {
    Database.connect("jdbc:h2:mem:waxmoor")
    embeddedServer(Netty, port = 8080, module = Application::module).start(wait = true)
}

fun Application.module() {
    install(ContentNegotiation) { json() }
    val service = HiveService()
    routing {
        hiveRoutes(service)
        harvestRoutes()
    }
}
