module example.org/waxmoor

go 1.20
