const { Middle } = require('./middle');
class Hive extends Middle {}
module.exports = { Hive };
