const { Harvest } = require('../models/harvest');

async function addHarvest(request, reply) {
  const { kilos } = request.body;
  return Harvest.create({ hive: request.params.id, kilos });
}

const listHarvests = async (request, reply) => {
  const all = await Harvest.find();
  return all.map((h) => ({ hive: h.hive, kilos: h.kilos }));
};

module.exports = { addHarvest, listHarvests };
