package main

import "waxmoor.test/app/frames"

func main() {
	report := frames.Report{}
	report.Add("one")
	println(report.Count())
}
