export { weigh } from './shared/weighing.js';
