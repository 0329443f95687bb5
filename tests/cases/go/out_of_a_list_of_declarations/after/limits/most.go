package limits

// Most is the most.
var Most = 12
