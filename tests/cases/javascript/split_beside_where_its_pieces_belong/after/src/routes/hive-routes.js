const store = require('../store');

function registerHiveRoutes(router) {
  router.get('/hives/:number', (req, res) => {
    res.json(store.hives[req.params.number]);
  });
}

module.exports = { registerHiveRoutes };
