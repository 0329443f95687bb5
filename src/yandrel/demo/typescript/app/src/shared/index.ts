export * from './errors.js';
export { Router } from './router.js';
export type { Answer, Ask, Handler, Next } from './router.js';
export { seasonOf } from './season.js';
