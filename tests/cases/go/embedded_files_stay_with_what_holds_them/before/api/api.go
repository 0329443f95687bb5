package api

import "waxmoor/web"

var F = web.Files
