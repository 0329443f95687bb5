require('dotenv').config();
const express = require('express');
const mongoose = require('mongoose');
const bcrypt = require('bcryptjs');
const jwt = require('jsonwebtoken');

const app = express();
app.use(express.json());

const PORT = process.env.PORT || 3000;
const JWT_SECRET = process.env.JWT_SECRET || 'secret';

mongoose.connect(process.env.MONGO_URL || 'mongodb://localhost/library');

// ---------- Models ----------
const bookSchema = new mongoose.Schema({
  title: { type: String, required: true },
  author: { type: mongoose.Schema.Types.ObjectId, ref: 'Author' },
  copies: { type: Number, default: 1 },
}, { timestamps: true });
const Book = mongoose.model('Book', bookSchema);

const authorSchema = new mongoose.Schema({ name: String, born: Number });
const Author = mongoose.model('Author', authorSchema);

const userSchema = new mongoose.Schema({
  email: { type: String, unique: true },
  password: String,
});
userSchema.pre('save', async function (next) {
  if (this.isModified('password')) this.password = await bcrypt.hash(this.password, 10);
  next();
});
const User = mongoose.model('User', userSchema);

// ---------- Middleware ----------
function requireAuth(req, res, next) {
  const header = req.headers.authorization || '';
  try {
    req.user = jwt.verify(header.replace('Bearer ', ''), JWT_SECRET);
    next();
  } catch (err) {
    res.status(401).json({ error: 'unauthorized' });
  }
}

const logRequest = (req, res, next) => {
  console.log(`${req.method} ${req.url}`);
  next();
};
app.use(logRequest);

// ---------- Helpers ----------
const isValidId = (id) => mongoose.Types.ObjectId.isValid(id);

// ---------- Auth ----------
app.post('/register', async (req, res) => {
  const user = await User.create(req.body);
  res.status(201).json({ id: user._id });
});

app.post('/login', async (req, res) => {
  const user = await User.findOne({ email: req.body.email });
  if (!user || !(await bcrypt.compare(req.body.password, user.password))) {
    return res.status(400).json({ error: 'bad credentials' });
  }
  res.json({ token: jwt.sign({ id: user._id }, JWT_SECRET, { expiresIn: '1h' }) });
});

// ---------- Books ----------
app.get('/api/books', async (req, res, next) => {
  try {
    res.json(await Book.find().populate('author'));
  } catch (err) { next(err); }
});

app.get('/api/books/:id', async (req, res) => {
  if (!isValidId(req.params.id)) return res.status(400).json({ error: 'bad id' });
  const book = await Book.findById(req.params.id);
  if (!book) return res.status(404).json({ error: 'not found' });
  res.json(book);
});

app.post('/api/books', requireAuth, async (req, res) => {
  res.status(201).json(await Book.create(req.body));
});

app.delete('/api/books/:id', requireAuth, async (req, res) => {
  await Book.findByIdAndDelete(req.params.id);
  res.sendStatus(204);
});

// ---------- Authors ----------
app.get('/api/authors', async (req, res) => {
  res.json(await Author.find());
});
app.post('/api/authors', requireAuth, createAuthor);

async function createAuthor(req, res) {
  res.status(201).json(await Author.create(req.body));
}

app.use((req, res) => res.status(404).json({ error: 'no such route' }));
app.use((err, req, res, next) => {
  console.error(err);
  res.status(500).json({ error: 'server error' });
});

if (require.main === module) {
  app.listen(PORT, () => console.log(`listening on ${PORT}`));
}

module.exports = app;
