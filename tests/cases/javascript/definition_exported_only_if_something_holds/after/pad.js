const hives = require('./connect');

console.log(hives.connect('https://waxmoor.coop').href);
