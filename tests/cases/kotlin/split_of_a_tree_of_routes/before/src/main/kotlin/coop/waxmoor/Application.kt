package coop.waxmoor

import io.ktor.http.*
import io.ktor.serialization.kotlinx.json.*
import io.ktor.server.application.*
import io.ktor.server.engine.*
import io.ktor.server.netty.*
import io.ktor.server.plugins.contentnegotiation.*
import io.ktor.server.request.*
import io.ktor.server.response.*
import io.ktor.server.routing.*
import kotlinx.serialization.Serializable
import org.jetbrains.exposed.sql.*
import org.jetbrains.exposed.sql.transactions.transaction

@Serializable
data class Hive(val id: Int, val name: String, val frames: Int)

@Serializable
data class HarvestRequest(val hiveId: Int, val kilos: Double)

object Hives : Table() {
    val id = integer("id").autoIncrement()
    val name = varchar("name", 80)
    val frames = integer("frames")
    override val primaryKey = PrimaryKey(id)
}

object Harvests : Table() {
    val hiveId = integer("hive_id")
    val kilos = double("kilos")
}

class HiveService {
    fun all(): List<Hive> = transaction { Hives.selectAll().map { it.toHive() } }
    fun find(id: Int): Hive? = transaction { Hives.select { Hives.id eq id }.map { it.toHive() }.singleOrNull() }
}

fun ResultRow.toHive() = Hive(this[Hives.id], this[Hives.name], this[Hives.frames])

fun main() {
    Database.connect("jdbc:h2:mem:waxmoor")
    embeddedServer(Netty, port = 8080, module = Application::module).start(wait = true)
}

fun Application.module() {
    install(ContentNegotiation) { json() }
    val service = HiveService()
    routing {
        hiveRoutes(service)
        route("/harvests") {
            post {
                val request = call.receive<HarvestRequest>()
                transaction { Harvests.insert { it[hiveId] = request.hiveId; it[kilos] = request.kilos } }
                call.respond(HttpStatusCode.Created)
            }
        }
    }
}

fun Route.hiveRoutes(service: HiveService) {
    route("/hives") {
        get { call.respond(service.all()) }
        get("/{id}") {
            val id = call.parameters["id"]?.toIntOrNull() ?: return@get call.respond(HttpStatusCode.BadRequest)
            call.respond(service.find(id) ?: return@get call.respond(HttpStatusCode.NotFound))
        }
    }
}
