const routes = require('./routes/hives');

routes.get('DELETE /')({}, { json: (it) => console.log(it) });
