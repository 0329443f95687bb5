const express = require('express');
const store = require('../store');

module.exports = function (app, prefix) {
  const router = express.Router();

  router.get('/hives/:number', (req, res) => {
    res.json(store.hives[req.params.number]);
  });

  router.get('/keepers', (req, res) => res.json({ prefix, keepers: store.keepers }));

  app.use(prefix + '/debug', router);
};
