const { keepers } = require('../repositories/keeper-repository');

const listKeepers = (req, res) => {
  res.json(keepers);
};

const createKeeper = (req, res) => {
  keepers.push(req.body);
  res.status(201).json(req.body);
};

module.exports = { listKeepers, createKeeper };
