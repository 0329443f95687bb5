/// Lets only those through who give the number of a keeper.
func membersOnly(_ next: @escaping Handler) -> Handler {
    { request in
        if request["keeper"] == nil {
            throw InvalidError(why: "this is for members")
        }
        return try next(request)
    }
}
