import express, { Request, Response, NextFunction } from 'express';
import { z } from 'zod';
import { Prisma } from '@prisma/client';
import { HttpError } from './errors';
import { harvestRoutes } from './routes/harvest-routes';
import { healthRoutes } from './routes/health-routes';
import { hiveRoutes } from './routes/hive-routes';

const app = express();
app.use(express.json());

app.use('/api/hives', hiveRoutes);

app.use('/api/harvests', harvestRoutes);

app.use('/health', healthRoutes);

app.use((err: Error, _req: Request, res: Response, _next: NextFunction) => {
  if (err instanceof z.ZodError) return res.status(422).json(err.issues);
  if (err instanceof HttpError) return res.status(err.status).json({ error: err.message });
  if (err instanceof Prisma.PrismaClientKnownRequestError) return res.status(400).json({ error: err.code });
  res.status(500).json({ error: 'internal' });
});

app.listen(3000, () => console.log('listening'));
