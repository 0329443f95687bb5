package main

import (
	"fmt"

	"example.org/waxmoor/hives"
)

func main() {
	fmt.Println(hives.Hive{Name: "north"})
}
