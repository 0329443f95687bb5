package coop.waxmoor

import java.net.HttpURLConnection
import java.net.URL

/** Asks the server for each of its endpoints. */
fun askAll(port: Int) {
    for (path in listOf("hives", "harvests", "harvests", "asked", "asked", "health")) {
        ask(port, path, "")
    }
    ask(port, "hives", "second")
    ask(port, "hives", "")
}

private fun ask(port: Int, path: String, body: String) {
    val asked = URL("http://localhost:$port/$path").openConnection() as HttpURLConnection
    if (body.isNotEmpty()) {
        asked.doOutput = true
        asked.requestMethod = "POST"
        asked.outputStream.write(body.toByteArray())
    }
    println("${asked.responseCode} ${String(asked.inputStream.readBytes()).replace('\n', '/')}")
}
