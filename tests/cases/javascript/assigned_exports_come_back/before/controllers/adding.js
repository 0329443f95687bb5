const store = require('../store');
const { list } = require('./hives');

exports.add = (req, res) => {
  store.keep(req.body);
  list(req, res);
};
