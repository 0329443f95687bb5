const { Author } = require('../models/author');

// ---------- Authors ----------
const listAuthors = async (req, res) => {
  res.json(await Author.find());
};

async function createAuthor(req, res) {
  res.status(201).json(await Author.create(req.body));
}

module.exports = { listAuthors, createAuthor };
