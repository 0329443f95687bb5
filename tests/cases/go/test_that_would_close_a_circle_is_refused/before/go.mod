module coop.example/waxmoor

go 1.19
