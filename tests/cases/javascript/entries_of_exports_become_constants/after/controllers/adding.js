/** Adds one. */
const add = (req, res) => res.json({ added: 1 });

module.exports = { add };
