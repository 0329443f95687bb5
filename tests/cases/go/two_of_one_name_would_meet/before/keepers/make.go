package keepers

func Make() {}
