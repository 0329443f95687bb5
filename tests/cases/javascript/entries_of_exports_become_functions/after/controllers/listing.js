const GREETING = 'Good day';

// All of them.
async function list(req, res) {
  res.json([GREETING]);
}

module.exports = { list };
