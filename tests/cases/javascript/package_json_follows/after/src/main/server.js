const tools = require('../../lib/tools');

module.exports = tools;
