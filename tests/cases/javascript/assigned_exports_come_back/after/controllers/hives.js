const store = require('../store');

const LARGEST = 40;

/** All of them. */
exports.list = (req, res) => {
  res.json(store.all().slice(0, LARGEST));
};

exports.add = (req, res) => {
  store.keep(req.body);
  exports.list(req, res);
};

module.exports.weigh = function weigh(hive) {
  return hive.frames * exports.GRAMS;
};

exports.GRAMS = 2500;
