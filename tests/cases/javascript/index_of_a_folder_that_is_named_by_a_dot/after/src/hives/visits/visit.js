const waxmoor = require('../../');
const hives = require('../hives');

exports.visit = () => [waxmoor.name, hives.tell()];
