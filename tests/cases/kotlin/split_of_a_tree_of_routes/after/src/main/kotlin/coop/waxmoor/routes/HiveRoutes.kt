package coop.waxmoor.routes

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

fun Route.hiveRoutes(service: HiveService) {
    route("/hives") {
        get { call.respond(service.all()) }
        get("/{id}") {
            val id = call.parameters["id"]?.toIntOrNull() ?: return@get call.respond(HttpStatusCode.BadRequest)
            call.respond(service.find(id) ?: return@get call.respond(HttpStatusCode.NotFound))
        }
    }
}
