package main

import "coop.example/ledger"

func main() {
	ledger.Open()
}
