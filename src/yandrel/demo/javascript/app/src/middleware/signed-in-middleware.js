'use strict';

/** Lets only keepers who say who they are change anything. */
function signedInMiddleware(ask, next) {
  if (ask.method !== 'GET' && !ask.headers['x-keeper']) {
    return { status: 401, body: { error: 'say who you are' } };
  }
  return next(ask);
}

module.exports = { signedInMiddleware };
