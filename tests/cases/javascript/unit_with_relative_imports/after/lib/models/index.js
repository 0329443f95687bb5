module.exports = { Hive: require('../hives/hive'), base: require('./base.js') };
