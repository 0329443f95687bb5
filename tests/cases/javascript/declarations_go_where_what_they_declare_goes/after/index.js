export { weigh } from './shared/season.js';
