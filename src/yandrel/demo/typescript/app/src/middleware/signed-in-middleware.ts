import type { Answer, Ask, Next } from '../shared/index.js';

/** Lets only keepers who say who they are change anything. */
export function signedInMiddleware(ask: Ask, next: Next): Answer {
  if (ask.method !== 'GET' && !ask.headers['x-keeper']) {
    return { status: 401, body: { error: 'say who you are' } };
  }
  return next(ask);
}
