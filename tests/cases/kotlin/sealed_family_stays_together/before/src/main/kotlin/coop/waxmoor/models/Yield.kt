package coop.waxmoor.models

sealed class Yield
