const express = require('express');

const app = express();
app.use(express.json());

const SHARE = 0.9;
const hives = [];
let nextNumber = 1;

class InvalidError extends Error {}

function findHive(number) {
  return hives.find((hive) => hive.number === Number(number));
}

// Everyone may ask for all of them.
app.get('/hives', (req, res) => {
  res.json(hives);
});

app.get('/hives/:number', (req, res) => {
  const hive = findHive(req.params.number);
  if (!hive) {
    return res.status(404).json({ error: 'not found' });
  }
  res.json(hive);
});

app.post('/hives', (req, res) => {
  if (!req.body.place) {
    throw new InvalidError('a hive stands somewhere');
  }
  const hive = { number: nextNumber++, place: req.body.place, harvests: [] };
  hives.push(hive);
  res.status(201).json(hive);
});

app.delete('/hives/:number', function (req, res) {
  const at = hives.indexOf(findHive(req.params.number));
  hives.splice(at, 1);
  res.status(204).end();
});

const onlySignedIn = (req, res, next) => {
  if (!req.get('x-keeper')) {
    return res.status(401).json({ error: 'sign in first' });
  }
  next();
};

app.post('/harvests', onlySignedIn, async (req, res) => {
  const hive = findHive(req.body.hive);
  hive.harvests.push(req.body.grams * SHARE);
  res.status(201).json(hive);
});

app.get('/harvests', (req, res) => {
  res.json(hives.flatMap((hive) => hive.harvests));
});

const caught = (answer) => (req, res, next) => Promise.resolve(answer(req, res)).catch(next);

app
  .route('/keepers')
  .get(
    onlySignedIn,
    caught(async (req, res) => {
      res.json([req.get('x-keeper')]);
    }),
  )
  .post(
    caught(async (req, res) => {
      if (!req.body.name) {
        throw new InvalidError('a keeper has a name');
      }
      res.status(201).json({ name: req.body.name });
    }),
  );

app.get('/keepers/:name', caught(async (req, res) => res.json({ name: req.params.name })));

app.get('/', (req, res) => res.send('Waxmoor'));

app.use((error, req, res, next) => {
  if (error instanceof InvalidError) {
    return res.status(400).json({ error: error.message });
  }
  next(error);
});

module.exports = { app };

if (require.main === module) {
  app.listen(3000);
}
