export { weigh } from './hives/weights.js';
