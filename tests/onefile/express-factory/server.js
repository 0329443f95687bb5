const express = require('express');

const LIMIT = 20;

class HiveStore {
  constructor() {
    this.rows = [];
  }

  add(place) {
    this.rows.push({ number: this.rows.length + 1, place });
    return this.rows.at(-1);
  }

  find(number) {
    return this.rows.find((row) => row.number === number);
  }
}

function createApp({ title, keepers = [] }) {
  const app = express();
  const store = new HiveStore();
  let asked = 0;

  app.use(express.json());

  function numbered(text) {
    return store.find(Number(text));
  }

  // Hives: all of them, and each.
  app.get('/hives', (req, res) => res.json(store.rows.slice(0, LIMIT)));

  app.post('/hives', (req, res) => {
    const place = `${req.body.place}
    of the moor`;
    res.status(201).json(store.add(place));
  });
  app.get('/hives/:number', (req, res) => {
    const title = numbered(req.params.number);
    title ? res.json(title) : res.sendStatus(404);
  });
  app.get('/asked', (req, res) => {
    asked += 1;
    res.json({ asked });
  });
  app
    .route('/keepers')
    .get((req, res) => res.json(keepers))
    .post((req, res) => {
      keepers.push(req.body.name);
      res.sendStatus(201);
    });
  app.get('/about', (req, res) => res.json({ title, hives: store.rows.length }));
  app.use((error, req, res, next) => res.status(500).json({ error: error.message }));
  return app;
}

module.exports = { createApp };
