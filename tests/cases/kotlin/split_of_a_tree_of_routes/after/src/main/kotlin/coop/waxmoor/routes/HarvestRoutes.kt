package coop.waxmoor.routes

import coop.waxmoor.models.HarvestRequest
import coop.waxmoor.models.Harvests
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
import org.jetbrains.exposed.sql.transactions.transaction

fun Route.harvestRoutes() {
    route("/harvests") {
        post {
            val request = call.receive<HarvestRequest>()
            transaction { Harvests.insert { it[hiveId] = request.hiveId; it[kilos] = request.kilos } }
            call.respond(HttpStatusCode.Created)
        }
    }
}
