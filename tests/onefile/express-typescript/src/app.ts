import express, { type NextFunction, type Request, type Response } from 'express';

interface Hive {
  number: number;
  place: string;
}

export const app = express();
app.use(express.json());

const hives: Hive[] = [];
let nextNumber = 1;

app.get('/health', (_req, res) => {
  res.json({ status: 'ok' });
});

app.get('/hives', (req, res) => {
  res.json(hives.filter((hive) => !req.query.place || hive.place === req.query.place));
});

app.get('/hives/:number', (req, res) => {
  const hive = hives.find((one) => one.number === Number(req.params.number));
  hive ? res.json(hive) : res.sendStatus(404);
});

app.post('/hives', async (req: Request, res: Response) => {
  hives.push({ number: nextNumber++, place: req.body.place });
  res.status(201).json(hives.at(-1));
});

function signedIn(req: Request, res: Response, next: NextFunction) {
  if (!req.get('x-keeper')) {
    res.sendStatus(401);
    return;
  }
  next();
}

app.put('/hives/:number', signedIn, (req, res) => {
  hives[Number(req.params.number) - 1].place = req.body.place;
  res.sendStatus(204);
});

app.listen(Number(process.env.PORT ?? 3000));
