package coop.waxmoor.services

import coop.waxmoor.helpers.toHive
import coop.waxmoor.models.Hive
import coop.waxmoor.models.Hives
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

class HiveService {
    fun all(): List<Hive> = transaction { Hives.selectAll().map { it.toHive() } }
    fun find(id: Int): Hive? = transaction { Hives.select { Hives.id eq id }.map { it.toHive() }.singleOrNull() }
}
