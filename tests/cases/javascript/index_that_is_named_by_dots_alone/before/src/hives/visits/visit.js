const waxmoor = require('../../');
const hives = require('..');

exports.visit = () => [waxmoor.name, hives.tell()];
