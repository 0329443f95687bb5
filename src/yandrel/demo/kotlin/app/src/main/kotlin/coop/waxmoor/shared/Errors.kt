package coop.waxmoor.shared

class NotFoundException(what: String) : RuntimeException("there is no $what")

class InvalidException(why: String) : RuntimeException(why)
