const { count } = require('./hives');
const { Hive } = require('./colony/hive');

console.log(new Hive('north').weight(), count([]));
