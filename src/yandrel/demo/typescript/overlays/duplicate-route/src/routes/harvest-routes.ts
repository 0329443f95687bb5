import { harvestController } from '../controllers/harvest-controller.js';
import { Router } from '../shared/index.js';

export const harvestRoutes = new Router()
  .add('GET', '', harvestController.index)
  .add('POST', '', harvestController.create)
  .add('GET', '/totals', harvestController.totals)
  .add('GET', '/totals', harvestController.index)
  .add('DELETE', '/:number', harvestController.remove);
