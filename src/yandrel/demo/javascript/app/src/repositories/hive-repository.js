'use strict';

const { BaseRepository } = require('./base-repository');

class HiveRepository extends BaseRepository {}

const hives = new HiveRepository();

module.exports = { hives };
