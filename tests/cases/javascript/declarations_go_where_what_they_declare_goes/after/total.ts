import { weigh } from './shared/season.js';

export const total: number = weigh([]);
