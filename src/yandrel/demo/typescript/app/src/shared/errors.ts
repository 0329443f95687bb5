export class NotFoundError extends Error {}

export class InvalidError extends Error {}
