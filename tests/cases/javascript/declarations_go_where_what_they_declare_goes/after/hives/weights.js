export function lift() {}
