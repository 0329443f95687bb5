package coop.waxmoor.hives

// What a hive says.
interface Said
