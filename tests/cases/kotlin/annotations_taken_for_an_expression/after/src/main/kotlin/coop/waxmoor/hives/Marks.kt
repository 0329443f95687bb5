package coop.waxmoor.hives

// Kept in step with the register.
@Target(AnnotationTarget.CLASS)
// What a hive says.
interface Said
