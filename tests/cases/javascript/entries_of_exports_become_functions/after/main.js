const keepers = require('./controllers/keepers');
const { add, remove } = require('./controllers/keepers');
const { list } = require('./controllers/listing');

const res = { json: (it) => console.log(JSON.stringify(it)) };
list({}, res).then(() => {
  add({}, res);
  return remove({}, res);
}).then(() => console.log(keepers.count()));
