package registry

// Names are what is known.
var Names []string
