package web

var other = 1
