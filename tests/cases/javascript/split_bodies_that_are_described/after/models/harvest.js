const mongoose = require('mongoose');

const Harvest = mongoose.model('Harvest', new mongoose.Schema({ hive: String, kilos: Number }));

module.exports = { Harvest };
