package coop.waxmoor.keepers

@Retention(AnnotationRetention.BINARY)
annotation class Registered
