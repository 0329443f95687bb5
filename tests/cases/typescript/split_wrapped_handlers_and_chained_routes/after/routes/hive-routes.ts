import { createHive, getHiveYield, listHives, showHive } from '../controllers/hive-controller';
import { authenticate } from '../middleware/common';
import express from 'express';

export const hiveRoutes = express.Router()
  .get('/', authenticate, listHives)
  .post('/', authenticate, createHive)
  .get('/:id', authenticate, showHive)
  .get('/:id/yield', authenticate, getHiveYield);
