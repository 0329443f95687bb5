import { lift } from './hives/weights.js';
import { weigh } from './shared/season.js';

lift();
console.log(weigh([]));
