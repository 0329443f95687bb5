const total = require('./frames');

console.log(total([{ width: 3 }]));
