import Waxmoor

let server = openServer()
print(server.paths.joined(separator: "\n"))
