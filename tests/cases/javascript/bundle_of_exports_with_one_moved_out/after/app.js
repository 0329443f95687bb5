const { read } = require('./lib/tools');
const tools = require('./lib/tools');
const { weigh } = require('./lib/scales');

console.log(weigh({}), weigh({}), tools.read('x'), read);
