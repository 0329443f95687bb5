package web

import "coop.example/waxmoor/store"

var row store.Row
