import Fluent
import Vapor

var env = try Environment.detect()
let app = Application(env)
defer { app.shutdown() }
app.migrations.add(CreateHive())
try routes(app)
try app.run()
