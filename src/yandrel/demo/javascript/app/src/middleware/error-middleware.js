'use strict';

const { InvalidError, NotFoundError } = require('../shared');

/** Turns errors into answers. */
function errorMiddleware(ask, next) {
  try {
    return next(ask);
  } catch (error) {
    if (error instanceof NotFoundError) {
      return { status: 404, body: { error: error.message } };
    }
    if (error instanceof InvalidError) {
      return { status: 422, body: { error: error.message } };
    }
    throw error;
  }
}

module.exports = { errorMiddleware };
