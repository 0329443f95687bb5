exports.hive = require('./models/hive');
