exports.list = (req, res) => res.json([]);
