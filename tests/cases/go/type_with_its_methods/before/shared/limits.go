package shared

const Limit = 40
