'use strict';

const { InvalidError, NotFoundError } = require('./errors');
const { Router } = require('./router');
const { seasonOf } = require('./season');

module.exports = { InvalidError, NotFoundError, Router, seasonOf };
