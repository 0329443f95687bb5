import { weigh, lift } from './hives/weights.js';

lift();
console.log(weigh([]));
