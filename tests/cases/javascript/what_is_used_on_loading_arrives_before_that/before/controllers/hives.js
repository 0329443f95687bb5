exports.list = (req, res) => res.json([]);

exports.remove = function (req, res) {
  res.json({});
};
