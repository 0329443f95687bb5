'use strict';

const { BaseRepository } = require('./base-repository');

class HarvestRepository extends BaseRepository {}

const harvests = new HarvestRepository();

module.exports = { harvests };
