package coop.waxmoor

internal class Ledger
