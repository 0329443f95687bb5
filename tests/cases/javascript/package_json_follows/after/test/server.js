const server = require('#server');
const own = require('waxmoor');

module.exports = [server, own];
