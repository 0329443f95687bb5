const program = require('./program');
const { settings } = require('./settings');

program.parse();

settings.port = program.port;

async function load() {
  const found = await import('./config.js');
  return found.default;
}

console.log(settings, load);
