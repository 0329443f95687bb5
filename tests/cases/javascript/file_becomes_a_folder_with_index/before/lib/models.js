exports.scales = require('./scales');
