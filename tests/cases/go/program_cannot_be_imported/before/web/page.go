package web

import "coop.example/waxmoor/helpers"

var now = helpers.Now()
