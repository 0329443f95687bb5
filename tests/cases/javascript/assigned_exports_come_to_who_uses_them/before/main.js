const { routes } = require('./routes/hives');

const res = { json: (it) => console.log(JSON.stringify(it)) };
routes['POST /']({ body: { frames: 3 } }, res);
routes['GET /']({}, res);
routes['GET /weight']({ body: { frames: 3 } }, res);
