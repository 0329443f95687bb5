const { Hive } = require('../models/hive');

async function listHives(request, reply) {
  return Hive.find();
}

async function createHive(request, reply) {
  const hive = await Hive.create(request.body);
  reply.code(201);
  return hive;
}

module.exports = { listHives, createHive };
