const { add } = require('./adding');

exports.greet = (req, res) => {
  add(req, res);
};
