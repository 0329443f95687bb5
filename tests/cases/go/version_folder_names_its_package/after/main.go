package main

import (
	"fmt"

	"example.org/waxmoor/api/v1"
)

func main() {
	fmt.Println(v1.Hive{Name: "north"})
}
