import { weigh } from './hives/weights.js';

export const total: number = weigh([]);
