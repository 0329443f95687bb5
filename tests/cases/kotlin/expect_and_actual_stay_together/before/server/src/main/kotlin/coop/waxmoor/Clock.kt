package coop.waxmoor

actual class Clock
