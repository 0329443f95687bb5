import { showUser } from '../controllers/user-controller';
import express from 'express';

export const userRoutes = express.Router()
  .get('/:id', showUser);
