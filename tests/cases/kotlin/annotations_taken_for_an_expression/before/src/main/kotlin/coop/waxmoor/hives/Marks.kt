package coop.waxmoor.hives

// Kept in step with the register.
@Target(AnnotationTarget.CLASS)
@Retention(AnnotationRetention.BINARY)
annotation class Registered

// What a hive says.
interface Said
