package helpers

func Now() int {
	return 1954
}
