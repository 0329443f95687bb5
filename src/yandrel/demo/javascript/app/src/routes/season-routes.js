'use strict';

const { Router, seasonOf } = require('../shared');

/** The season calendar. */
const seasonRoutes = new Router().add('GET', '/today', () => ({
  status: 200,
  body: { season: seasonOf(new Date()) },
}));

module.exports = { seasonRoutes };
