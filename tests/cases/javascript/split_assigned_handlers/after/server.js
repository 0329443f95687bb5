const express = require('express');
const app = express();
const { hiveRoutes } = require('./routes/hive-routes');

app.use('/hives', hiveRoutes);
app.listen(3000);
