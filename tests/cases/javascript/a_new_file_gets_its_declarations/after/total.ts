import { weigh } from './shared/weighing.js';

export const total: number = weigh([]);
