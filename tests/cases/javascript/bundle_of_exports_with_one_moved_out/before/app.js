const { weigh, read } = require('./lib/tools');
const tools = require('./lib/tools');

console.log(weigh({}), tools.weigh({}), tools.read('x'), read);
