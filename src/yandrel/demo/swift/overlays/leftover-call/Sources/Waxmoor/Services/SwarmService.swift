/// Swarms that left.
final class SwarmService {
    func count(_ swarms: [String]) -> Int {
        print("swarms", swarms)
        return swarms.count
    }
}
