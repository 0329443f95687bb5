const { Base } = require('./base');
class Middle extends Base {}
module.exports = { Middle };
