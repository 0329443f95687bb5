module.exports = { Hive: require('./hive'), base: require('./base.js') };
