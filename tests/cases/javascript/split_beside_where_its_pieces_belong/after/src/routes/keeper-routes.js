const store = require('../store');

function registerKeeperRoutes(router, prefix) {
  router.get('/keepers', (req, res) => res.json({ prefix, keepers: store.keepers }));
}

module.exports = { registerKeeperRoutes };
