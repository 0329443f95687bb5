import { getHealth } from '../controllers/health-controller';
import express from 'express';

export const healthRoutes = express.Router()
  .get('/', getHealth);
