const express = require('express');

const hives = [{ number: 1, place: 'Heather' }];

/** The co-operative's server. */
class Server {
  constructor(title) {
    this.title = title;
    this.app = express();
    this.app.use(express.json());
    this.addRoutes('Linden');
  }

  addRoutes(meadow) {
    const asked = { times: 0 };

    this.app.get('/hives', (req, res) => {
      res.json(hives);
    });
    this.app.post('/hives', (req, res) => {
      const hive = { number: hives.length + 1, place: req.body.place };
      hives.push(hive);
      res.status(201).json(hive);
    });
    this.app.get('/about', (req, res) => res.json({ title: this.title }));
    this.app.get('/meadow', (req, res) => res.json({ meadow }));
    this.app.get('/asked', (req, res) => {
      asked.times += 1;
      res.json(asked);
    });
    this.app.get('/keepers', this.listKeepers.bind(this));
  }

  listKeepers(req, res) {
    res.json([]);
  }

  listen(port, done) {
    return this.app.listen(port, done);
  }
}

module.exports = { Server };
