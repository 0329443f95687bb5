module example.com/bees

go 1.19
