module waxmoor.coop/api

go 1.21
