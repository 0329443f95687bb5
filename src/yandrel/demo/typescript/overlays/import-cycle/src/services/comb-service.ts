import { knownSwarms } from './swarm-service.js';

export const knownCombs: string[] = [...knownSwarms];
