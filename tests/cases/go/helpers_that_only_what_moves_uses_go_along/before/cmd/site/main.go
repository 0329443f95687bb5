package main

import "waxmoor.test/app/hives"

func main() {
	report := hives.Report{}
	report.Add("one")
	println(report.Count())
}
