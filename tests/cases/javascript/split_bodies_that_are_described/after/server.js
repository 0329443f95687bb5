const fastify = require('fastify')({ logger: true });
const mongoose = require('mongoose');
const { addHarvest, listHarvests } = require('./controllers/harvest-controller');
const { createHive, listHives } = require('./controllers/hive-controller');
const { createHiveBody } = require('./models/hive');

mongoose.connect(process.env.MONGO_URL);

fastify.get('/hives', listHives);
fastify.post('/hives', { schema: { body: createHiveBody } }, createHive);
fastify.route({ method: 'POST', url: '/hives/:id/harvests', handler: addHarvest });
fastify.get('/harvests', listHarvests);

fastify.setErrorHandler((error, request, reply) => {
  reply.code(error.statusCode || 500).send({ error: error.message });
});

fastify.listen({ port: 3000 });
