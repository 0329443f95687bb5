const { weigh } = require('../../packages/scales');
const waxmoor = require('../../');

exports.tell = (hive) => `${waxmoor.name}: ${weigh(hive)}`;
