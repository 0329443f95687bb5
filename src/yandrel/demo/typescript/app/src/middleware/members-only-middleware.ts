import type { Handler } from '../shared/index.js';

/** Lets only those through who say who they are. */
export function membersOnly(next: Handler): Handler {
  return (ask, ...numbers) => {
    if (!ask.headers['x-keeper']) {
      return { status: 401, body: { error: 'this is for members' } };
    }
    return next(ask, ...numbers);
  };
}
