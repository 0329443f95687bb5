const hives = require('../controllers/hives');

const remove = function (req, res) {
  res.json({});
};

const routes = new Map();
routes.set('GET /', hives.list);
routes.set('DELETE /', remove);

module.exports = routes;
module.exports.remove = remove;
