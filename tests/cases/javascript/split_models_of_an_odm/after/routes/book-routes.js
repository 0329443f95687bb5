const { createBook, deleteBook, listBooks, showBook } = require('../controllers/book-controller');
const { requireAuth } = require('../middleware/common');
const express = require('express');

const bookRoutes = express.Router()
  .get('/', listBooks)
  .get('/:id', showBook)
  .post('/', requireAuth, createBook)
  .delete('/:id', requireAuth, deleteBook);

module.exports = { bookRoutes };
