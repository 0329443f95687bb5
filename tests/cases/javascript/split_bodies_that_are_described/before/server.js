const fastify = require('fastify')({ logger: true });
const mongoose = require('mongoose');

mongoose.connect(process.env.MONGO_URL);

const hiveSchema = new mongoose.Schema({ name: String, site: String, frames: Number });
const Hive = mongoose.model('Hive', hiveSchema);
const Harvest = mongoose.model('Harvest', new mongoose.Schema({ hive: String, kilos: Number }));

const createHiveBody = {
  type: 'object',
  required: ['name'],
  properties: { name: { type: 'string' }, site: { type: 'string' } },
};

async function listHives(request, reply) {
  return Hive.find();
}

async function createHive(request, reply) {
  const hive = await Hive.create(request.body);
  reply.code(201);
  return hive;
}

async function addHarvest(request, reply) {
  const { kilos } = request.body;
  return Harvest.create({ hive: request.params.id, kilos });
}

fastify.get('/hives', listHives);
fastify.post('/hives', { schema: { body: createHiveBody } }, createHive);
fastify.route({ method: 'POST', url: '/hives/:id/harvests', handler: addHarvest });
fastify.get('/harvests', async (request, reply) => {
  const all = await Harvest.find();
  return all.map((h) => ({ hive: h.hive, kilos: h.kilos }));
});

fastify.setErrorHandler((error, request, reply) => {
  reply.code(error.statusCode || 500).send({ error: error.message });
});

fastify.listen({ port: 3000 });
