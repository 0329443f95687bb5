package auto

func Name() string { return "" }
