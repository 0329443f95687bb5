package main

import "waxmoor.test/app/cmd/auto"

func main() {
	println(auto.Name())
}
