const mongoose = require('mongoose');

// ---------- Models ----------
const bookSchema = new mongoose.Schema({
  title: { type: String, required: true },
  author: { type: mongoose.Schema.Types.ObjectId, ref: 'Author' },
  copies: { type: Number, default: 1 },
}, { timestamps: true });

const Book = mongoose.model('Book', bookSchema);

module.exports = { Book };
