import { Router, seasonOf } from '../shared/index.js';

/** The season calendar. */
export const seasonRoutes = new Router().add('GET', '/today', () => ({
  status: 200,
  body: { season: seasonOf(new Date()) },
}));
