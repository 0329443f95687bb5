'use strict';

class NotFoundError extends Error {}

class InvalidError extends Error {}

module.exports = { NotFoundError, InvalidError };
