import { knownCombs } from './comb-service.js';

export const knownSwarms: string[] = [...knownCombs];
