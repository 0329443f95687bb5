'use strict';

/** Lets only those through who say who they are. */
function membersOnly(next) {
  return (ask, ...numbers) => {
    if (!ask.headers['x-keeper']) {
      return { status: 401, body: { error: 'this is for members' } };
    }
    return next(ask, ...numbers);
  };
}

module.exports = { membersOnly };
