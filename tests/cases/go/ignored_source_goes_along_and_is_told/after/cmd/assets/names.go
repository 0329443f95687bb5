package assets

func Name() string { return "" }
