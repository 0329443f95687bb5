const store = require('../store');
const { list } = require('./hives');

exports.greet = (req, res) => {
  add(req, res);
};

const add = (req, res) => {
  store.keep(req.body);
  list(req, res);
};
exports.add = add;
