const path = require('path');
const fs = require('fs');

const views = path.join(__dirname, 'views');
const one = path.join(__dirname, 'views', 'hive.html');
const text = fs.readFileSync(__dirname + '/web/welcome.txt');
const again = `${__dirname}/web/welcome.txt`;

function load(name) {
  return require(`./parts/${name}`);
}

module.exports = { views, one, text, again, load };
