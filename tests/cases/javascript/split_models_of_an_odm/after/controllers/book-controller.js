const { Book } = require('../models/book');
const mongoose = require('mongoose');

// ---------- Helpers ----------
const isValidId = (id) => mongoose.Types.ObjectId.isValid(id);

// ---------- Books ----------
const listBooks = async (req, res, next) => {
  try {
    res.json(await Book.find().populate('author'));
  } catch (err) { next(err); }
};

const showBook = async (req, res) => {
  if (!isValidId(req.params.id)) return res.status(400).json({ error: 'bad id' });
  const book = await Book.findById(req.params.id);
  if (!book) return res.status(404).json({ error: 'not found' });
  res.json(book);
};

const createBook = async (req, res) => {
  res.status(201).json(await Book.create(req.body));
};

const deleteBook = async (req, res) => {
  await Book.findByIdAndDelete(req.params.id);
  res.sendStatus(204);
};

module.exports = { listBooks, showBook, createBook, deleteBook };
