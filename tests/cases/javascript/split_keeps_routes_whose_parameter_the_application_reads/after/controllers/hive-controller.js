const { hives } = require('../repositories/hive-repository');

const listHives = (req, res) => {
  res.json([...hives.values()]);
};

const showHive = (req, res) => {
  res.json(req.hive);
};

module.exports = { listHives, showHive };
