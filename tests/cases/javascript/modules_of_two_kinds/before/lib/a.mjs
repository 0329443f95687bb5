export function first() {}
