import { errorMiddleware } from './middleware/error-middleware.js';
import { membersOnly } from './middleware/members-only-middleware.js';
import { signedInMiddleware } from './middleware/signed-in-middleware.js';
import { harvestRoutes } from './routes/harvest-routes.js';
import { hiveRoutes } from './routes/hive-routes.js';
import { inspectionRoutes } from './routes/inspection-routes.js';
import { keeperRoutes } from './routes/keeper-routes.js';
import type { Answer, Ask } from './shared/index.js';
import { Router } from './shared/index.js';

const router = new Router()
  .mount('/hives', hiveRoutes)
  .mount('', inspectionRoutes)
  .mount('/harvests', harvestRoutes)
  .mount('/keepers', keeperRoutes);

export function handle(ask: Ask): Answer {
  return errorMiddleware(ask, (asked) => signedInMiddleware(asked, (inner) => router.dispatch(inner)));
}
