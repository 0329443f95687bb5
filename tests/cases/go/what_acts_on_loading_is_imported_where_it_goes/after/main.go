package main

import (
	"fmt"

	_ "example.com/waxmoor/hives"
	_ "example.com/waxmoor/keepers"
	"example.com/waxmoor/registry"
)

func main() {
	fmt.Println(registry.Names)
}
