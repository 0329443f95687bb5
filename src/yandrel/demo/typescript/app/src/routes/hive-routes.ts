import { hiveController } from '../controllers/hive-controller.js';
import { Router } from '../shared/index.js';

export const hiveRoutes = new Router()
  .add('GET', '', hiveController.index)
  .add('POST', '', hiveController.create)
  .add('GET', '/count', hiveController.count)
  .add('GET', '/:number', hiveController.show)
  .add('DELETE', '/:number', hiveController.remove);
