module example.com/library

go 1.20
