final class KeeperLetterService {
    private let greeting = "Dear keeper"

    func write(_ lines: [String]) -> String {
        let head = greeting + ","
        return ([head, ""] + lines).joined(separator: "\n")
    }
}
