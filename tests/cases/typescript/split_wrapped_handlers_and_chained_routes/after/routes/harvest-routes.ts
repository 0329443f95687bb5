import { createHarvest } from '../controllers/harvest-controller';
import { authenticate } from '../middleware/common';
import express from 'express';

export const harvestRoutes = express.Router()
  .post('/', authenticate, createHarvest);
