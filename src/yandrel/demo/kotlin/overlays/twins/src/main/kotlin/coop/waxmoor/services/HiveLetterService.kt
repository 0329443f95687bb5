package coop.waxmoor.services

class HiveLetterService {
    private val greeting = "Dear keeper"

    fun write(lines: List<String>): String {
        val head = "$greeting,"
        return (listOf(head, "") + lines).joinToString("\n")
    }
}
