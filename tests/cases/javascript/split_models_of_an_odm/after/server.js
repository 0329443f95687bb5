require('dotenv').config();
const express = require('express');
const mongoose = require('mongoose');
const { logRequest } = require('./middleware/common');
const { authorRoutes } = require('./routes/author-routes');
const { bookRoutes } = require('./routes/book-routes');
const { loginRoutes } = require('./routes/login-routes');
const { registerRoutes } = require('./routes/register-routes');

const app = express();
app.use(express.json());

const PORT = process.env.PORT || 3000;
mongoose.connect(process.env.MONGO_URL || 'mongodb://localhost/library');
app.use(logRequest);

app.use('/register', registerRoutes);

app.use('/login', loginRoutes);

app.use('/api/books', bookRoutes);

app.use('/api/authors', authorRoutes);

app.use((req, res) => res.status(404).json({ error: 'no such route' }));
app.use((err, req, res, next) => {
  console.error(err);
  res.status(500).json({ error: 'server error' });
});

if (require.main === module) {
  app.listen(PORT, () => console.log(`listening on ${PORT}`));
}

module.exports = app;
