exports.hive = require('./hive');
