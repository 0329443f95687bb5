package files

func lock() {}
