const program = require('./program');

const settings = { port: 1, named: {} };
settings.named.limit = 12;

program.parse();

settings.port = program.port;

async function load() {
  const found = await import('./config.js');
  return found.default;
}

console.log(settings, load);
