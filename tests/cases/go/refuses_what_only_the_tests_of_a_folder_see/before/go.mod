module example.com/waxmoor

go 1.19
