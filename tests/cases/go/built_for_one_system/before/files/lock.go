package files

func Lock() {
	lock()
}
