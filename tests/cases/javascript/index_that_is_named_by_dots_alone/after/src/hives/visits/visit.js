const waxmoor = require('../../cooperative');
const hives = require('..');

exports.visit = () => [waxmoor.name, hives.tell()];
