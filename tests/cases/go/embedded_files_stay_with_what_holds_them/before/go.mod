module waxmoor

go 1.19
