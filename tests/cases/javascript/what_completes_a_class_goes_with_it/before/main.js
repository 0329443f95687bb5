const { Hive, count } = require('./hives');

console.log(new Hive('north').weight(), count([]));
