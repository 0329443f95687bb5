package hives

func Make() {}
