import { keeperController } from '../controllers/keeper-controller.js';
import { Router } from '../shared/index.js';

export const keeperRoutes = new Router()
  .add('GET', '', keeperController.index)
  .add('POST', '', keeperController.create)
  .add('GET', '/keepers/:number/hives', keeperController.hives);
