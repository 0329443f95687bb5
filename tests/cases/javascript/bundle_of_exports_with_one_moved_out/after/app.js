const { weigh } = require('./lib/scales');
const { read } = require('./lib/tools');
const tools = require('./lib/tools');

console.log(weigh({}), weigh({}), tools.read('x'), read);
