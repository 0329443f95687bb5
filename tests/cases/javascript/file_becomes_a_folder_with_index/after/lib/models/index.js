exports.scales = require('../scales');
