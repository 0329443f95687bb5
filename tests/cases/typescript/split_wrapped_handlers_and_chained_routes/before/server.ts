import express, { Request, Response, NextFunction } from 'express';
import { z } from 'zod';
import { PrismaClient, Prisma } from '@prisma/client';
import jwt from 'jsonwebtoken';

const prisma = new PrismaClient();
const JWT_SECRET = process.env.JWT_SECRET ?? 'dev';

interface AuthedRequest extends Request {
  keeper?: { id: number; role: string };
}

const hiveSchema = z.object({
  name: z.string().min(1),
  site: z.string(),
  frames: z.number().int().positive(),
});
const harvestSchema = z.object({ hiveId: z.number(), kilos: z.number().positive(), takenOn: z.coerce.date() });
type HiveInput = z.infer<typeof hiveSchema>;

class HttpError extends Error {
  constructor(public status: number, message: string) {
    super(message);
  }
}

function authenticate(req: AuthedRequest, res: Response, next: NextFunction) {
  const header = req.headers.authorization;
  if (!header) return next(new HttpError(401, 'no token'));
  try {
    req.keeper = jwt.verify(header.replace('Bearer ', ''), JWT_SECRET) as { id: number; role: string };
    next();
  } catch {
    next(new HttpError(401, 'bad token'));
  }
}

const asyncHandler =
  (fn: (req: AuthedRequest, res: Response) => Promise<unknown>) =>
  (req: AuthedRequest, res: Response, next: NextFunction) =>
    fn(req, res).catch(next);

async function findHive(id: number) {
  const hive = await prisma.hive.findUnique({ where: { id } });
  if (!hive) throw new HttpError(404, `no hive ${id}`);
  return hive;
}

async function totalYield(hiveId: number): Promise<number> {
  const rows = await prisma.harvest.findMany({ where: { hiveId } });
  return rows.reduce((sum, row) => sum + row.kilos, 0);
}

const app = express();
app.use(express.json());

app
  .route('/api/hives')
  .get(
    authenticate,
    asyncHandler(async (req, res) => {
      const hives = await prisma.hive.findMany({ where: { keeperId: req.keeper!.id } });
      res.json(hives);
    }),
  )
  .post(
    authenticate,
    asyncHandler(async (req, res) => {
      const input: HiveInput = hiveSchema.parse(req.body);
      res.status(201).json(await prisma.hive.create({ data: { ...input, keeperId: req.keeper!.id } }));
    }),
  );

app.get('/api/hives/:id', authenticate, asyncHandler(async (req, res) => {
  res.json(await findHive(Number(req.params.id)));
}));

app.get('/api/hives/:id/yield', authenticate, asyncHandler(async (req, res) => {
  const hive = await findHive(Number(req.params.id));
  res.json({ hive: hive.name, kilos: await totalYield(hive.id) });
}));

app.post('/api/harvests', authenticate, asyncHandler(async (req, res) => {
  const input = harvestSchema.parse(req.body);
  await findHive(input.hiveId);
  res.status(201).json(await prisma.harvest.create({ data: input }));
}));

app.get('/health', (_req, res) => res.send('ok'));

app.use((err: Error, _req: Request, res: Response, _next: NextFunction) => {
  if (err instanceof z.ZodError) return res.status(422).json(err.issues);
  if (err instanceof HttpError) return res.status(err.status).json({ error: err.message });
  if (err instanceof Prisma.PrismaClientKnownRequestError) return res.status(400).json({ error: err.code });
  res.status(500).json({ error: 'internal' });
});

app.listen(3000, () => console.log('listening'));
