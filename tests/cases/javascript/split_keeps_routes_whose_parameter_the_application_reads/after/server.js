const express = require('express');
const { listHives, showHive } = require('./controllers/hive-controller');
const { hives } = require('./repositories/hive-repository');
const { keeperRoutes } = require('./routes/keeper-routes');

const app = express();
app.use(express.json());

app.use('/api/keepers', keeperRoutes);

app.param('hiveId', (req, res, next, id) => {
  req.hive = hives.get(id);
  next(req.hive ? undefined : new Error('no such hive'));
});

app.get('/api/hives', listHives);

app.get('/api/hives/:hiveId', showHive);

app.listen(3000);
