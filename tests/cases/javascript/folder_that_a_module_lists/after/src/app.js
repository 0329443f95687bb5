const fs = require('fs');
const path = require('path');

const routes = path.join(__dirname, 'routes');
fs.readdirSync(routes).forEach((file) => {
  require(path.join(routes, file));
});
fs.readdirSync(__dirname + '/models').forEach((file) => require('./models/' + file));

exports.load = (name) => require(`./models/${name}`);
