package main

import (
	"fmt"

	"example.com/bees/services"
	"example.com/bees/stores"
)

func main() {
	store := &stores.MemoryHiveStore{}
	entries := services.NewEntryService(store)
	entries.Enter("Heather", 30)
	entries.Enter("Lime", 40)
	entries.Leave(2)
	fmt.Println(services.NewReportService(store).Report())
	fmt.Println(services.NewAuditService(store).First())
}
