module waxmoor.test/app

go 1.19
