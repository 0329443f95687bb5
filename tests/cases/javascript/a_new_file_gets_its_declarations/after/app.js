import { lift } from './hives/weights.js';
import { weigh } from './shared/weighing.js';

lift();
console.log(weigh([]));
