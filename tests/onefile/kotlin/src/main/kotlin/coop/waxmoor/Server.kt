package coop.waxmoor

import java.util.concurrent.atomic.AtomicInteger

private val routes = mutableMapOf<String, (String) -> Any>()

/** Where bees live. */
data class Hive(val number: Int, val place: String)

enum class Grade { LIGHT, HEAVY }

data class Harvest(val hive: Hive, val weight: Double)

const val HEAVY_FROM = 10.0

fun gradeOf(harvest: Harvest): Grade = if (harvest.weight > HEAVY_FROM) Grade.HEAVY else Grade.LIGHT

fun Hive.label() = "$number at $place"

object HiveRepository {
    private val numbers = AtomicInteger()
    val rows = mutableListOf<Hive>()

    fun add(place: String): Hive = Hive(numbers.incrementAndGet(), place).also { rows.add(it) }

    fun find(number: Int): Hive? = rows.find { it.number == number }
}

class HarvestRepository {
    val rows = mutableListOf<Harvest>()
}

class HiveService(private val hives: HiveRepository) {
    fun list() = hives.rows

    fun add(place: String): Hive {
        if (place.isEmpty()) throw InvalidException("a hive stands somewhere")
        return hives.add(place)
    }
}

class HarvestService(private val harvests: HarvestRepository) {
    fun list() = harvests.rows

    fun add(hive: Int, weight: Double): Harvest {
        val found = HiveRepository.find(hive) ?: throw InvalidException("there is no hive $hive")
        return Harvest(found, weight).also { harvests.rows.add(it) }
    }
}

abstract class BaseController {
    protected fun answer(status: Int, body: Any) = "$status $body"
}

class HiveController(private val service: HiveService) : BaseController() {
    fun index() = answer(200, service.list().map { it.label() })

    fun create(body: String) = answer(201, service.add(body).label())
}

class HarvestController(private val service: HarvestService) : BaseController() {
    fun index() = answer(200, service.list().map { it.hive.label() + ": " + gradeOf(it) })

    fun create(body: String): String {
        val words = body.split(" ")
        return answer(201, gradeOf(service.add(words[0].toInt(), words[1].toDouble())))
    }
}

class InvalidException(why: String) : RuntimeException(why)

fun respond(route: String, body: String): Any =
    try {
        routes.getValue(route)(body)
    } catch (error: InvalidException) {
        "400 ${error.message}"
    }

fun main() {
    val hives = HiveController(HiveService(HiveRepository))
    val harvests = HarvestController(HarvestService(HarvestRepository()))
    routes["GET /hives"] = { hives.index() }
    routes["POST /hives"] = { hives.create(it) }
    routes["GET /harvests"] = { harvests.index() }
    routes["POST /harvests"] = { harvests.create(it) }
    println(respond("POST /hives", "Heather"))
    println(respond("POST /hives", ""))
    println(respond("POST /harvests", "1 12.5"))
    println(respond("POST /harvests", "2 9"))
    println(respond("GET /hives", ""))
    println(respond("GET /harvests", ""))
}
