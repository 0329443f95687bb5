const { createAuthor, listAuthors } = require('../controllers/author-controller');
const { requireAuth } = require('../middleware/common');
const express = require('express');

const authorRoutes = express.Router()
  .get('/', listAuthors)
  .post('/', requireAuth, createAuthor);

module.exports = { authorRoutes };
