package main

import (
	"fmt"

	_ "example.com/waxmoor/hives"
	"example.com/waxmoor/registry"
)

func main() {
	fmt.Println(registry.Names)
}
