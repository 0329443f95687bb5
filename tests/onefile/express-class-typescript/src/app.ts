import express, { Application } from 'express';

interface Hive {
  number: number;
  place: string;
}

const hives: Hive[] = [{ number: 1, place: 'Heather' }];

export class App {
  public readonly app: Application;

  constructor(private readonly title: string) {
    this.app = express();
    this.addRoutes();
  }

  private addRoutes(): void {
    this.app.get('/hives', (req, res) => {
      res.json(hives);
    });
    this.app.get('/hives/:number', async (req, res) => {
      const found = hives.find((hive) => hive.number === Number(req.params.number));
      found ? res.json(found) : res.sendStatus(404);
    });
    this.app.get('/about', (req, res) => {
      res.json({ title: this.title });
    });
  }
}

new App('Waxmoor').app.listen(3000);
