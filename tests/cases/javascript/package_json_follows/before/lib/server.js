const tools = require('./tools');

module.exports = tools;
