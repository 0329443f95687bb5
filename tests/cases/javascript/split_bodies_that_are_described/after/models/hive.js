const mongoose = require('mongoose');

const hiveSchema = new mongoose.Schema({ name: String, site: String, frames: Number });

const Hive = mongoose.model('Hive', hiveSchema);

const createHiveBody = {
  type: 'object',
  required: ['name'],
  properties: { name: { type: 'string' }, site: { type: 'string' } },
};

module.exports = { Hive, createHiveBody };
