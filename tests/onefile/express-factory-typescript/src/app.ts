import express, { type Express } from 'express';

interface Hive {
  number: number;
  place: string;
}

export class HiveStore {
  readonly rows: Hive[] = [];

  add(place: string): Hive {
    this.rows.push({ number: this.rows.length + 1, place });
    return this.rows[this.rows.length - 1]!;
  }
}

function openLog() {
  const lines: string[] = [];
  return { lines, write: (line: string) => lines.push(line) };
}

export function createApp(title: string, keepers: Map<string, number>): Express {
  const app = express();
  const store = new HiveStore();
  const log = openLog();
  app.use(express.json());

  app.get('/hives', (_req, res) => {
    res.json(store.rows);
  });
  app.post('/hives', (req, res) => {
    log.write(req.body.place);
    res.status(201).json(store.add(req.body.place));
  });
  app.get('/keepers', (_req, res) => {
    res.json([...keepers.keys()]);
  });
  app.get('/about', (_req, res) => {
    res.json({ title, lines: log.lines });
  });
  return app;
}
