import type { Answer } from '../shared/index.js';

export const ok = (body: unknown): Answer => ({ status: 200, body });

export const made = (body: unknown): Answer => ({ status: 201, body });

export const gone = (): Answer => ({ status: 204, body: null });
