package auto

func Assets() string { return "" }
