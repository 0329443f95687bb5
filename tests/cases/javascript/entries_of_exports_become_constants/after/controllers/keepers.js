const { add } = require('./adding');

const GREETING = 'Good day';

module.exports = {
  // All of them.
  async list(req, res) {
    res.json([GREETING]);
  },

  'remove': async function (req, res) {
    add(req, res);
  },

  count() {
    return this.kept().length;
  },

  kept: () => [],
};
