'use strict';

const { BaseRepository } = require('./base-repository');

class KeeperRepository extends BaseRepository {}

const keepers = new KeeperRepository();

module.exports = { keepers };
