package main

import "waxmoor.test/app/cmd/assets"

func main() {
	println(assets.Name())
}
