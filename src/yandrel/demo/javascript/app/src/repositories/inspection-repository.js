'use strict';

const { BaseRepository } = require('./base-repository');

class InspectionRepository extends BaseRepository {}

const inspections = new InspectionRepository();

module.exports = { inspections };
