const keepers = require('./controllers/keepers');
const { add, drop } = require('./controllers/keepers');

const res = { json: (it) => console.log(JSON.stringify(it)) };
keepers.list({}, res).then(() => {
  add({}, res);
  return drop({}, res);
}).then(() => console.log(keepers.count()));
