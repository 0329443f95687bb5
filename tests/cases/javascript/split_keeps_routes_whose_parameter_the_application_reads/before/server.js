const express = require('express');

const hives = new Map([['1', { id: '1', name: 'Heath' }]]);
const keepers = [{ id: '1', name: 'Wren' }];

const app = express();
app.use(express.json());

app.get('/api/keepers', (req, res) => {
  res.json(keepers);
});

app.post('/api/keepers', (req, res) => {
  keepers.push(req.body);
  res.status(201).json(req.body);
});

app.param('hiveId', (req, res, next, id) => {
  req.hive = hives.get(id);
  next(req.hive ? undefined : new Error('no such hive'));
});

app.get('/api/hives', (req, res) => {
  res.json([...hives.values()]);
});

app.get('/api/hives/:hiveId', (req, res) => {
  res.json(req.hive);
});

app.listen(3000);
