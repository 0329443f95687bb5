struct NotFoundError: Error {
    let what: String
}

struct InvalidError: Error {
    let why: String
}
