package coop.waxmoor.keepers

// Kept in step with the register.
@Target(AnnotationTarget.CLASS)
@Retention(AnnotationRetention.BINARY)
annotation class Registered
