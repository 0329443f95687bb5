const db = require('../models/hive');

exports.listHives = async (req, res) => { res.json(await db.find()); };

exports.addHive = async (req, res) => { res.json(await db.find()); };
