const { add } = require('./controllers/adding');
const keepers = require('./controllers/keepers');
const { remove } = require('./controllers/keepers');

const res = { json: (it) => console.log(JSON.stringify(it)) };
keepers.list({}, res).then(() => {
  add({}, res);
  return remove({}, res);
}).then(() => console.log(keepers.count()));
