'use strict';

const { errorMiddleware } = require('./middleware/error-middleware');
const { membersOnly } = require('./middleware/members-only-middleware');
const { signedInMiddleware } = require('./middleware/signed-in-middleware');
const { harvestRoutes } = require('./routes/harvest-routes');
const { hiveRoutes } = require('./routes/hive-routes');
const { inspectionRoutes } = require('./routes/inspection-routes');
const { keeperRoutes } = require('./routes/keeper-routes');
const { Router } = require('./shared');

const router = new Router()
  .mount('/hives', hiveRoutes)
  .mount('', inspectionRoutes)
  .mount('/harvests', harvestRoutes)
  .mount('/keepers', keeperRoutes);

function handle(ask) {
  return errorMiddleware(ask, (asked) => signedInMiddleware(asked, (inner) => router.dispatch(inner)));
}

module.exports = { handle };
