const hives = require('../controllers/hives');

const routes = new Map();
routes.set('GET /', hives.list);
routes.set('DELETE /', hives.remove);

module.exports = routes;
