package coop.waxmoor

expect class Clock
