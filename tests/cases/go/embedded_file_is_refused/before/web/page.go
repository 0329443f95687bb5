package web

import _ "embed"

//go:embed page.html
var page string
