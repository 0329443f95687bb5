const express = require('express');
const app = express();
const db = require('./models/hive');

exports.listHives = async (req, res) => { res.json(await db.find()); };
exports.addHive = async (req, res) => { res.json(await db.find()); };

exports.GRAMS = 2500;

app.get('/hives', exports.listHives);
app.post('/hives', exports.addHive);
app.listen(3000);
