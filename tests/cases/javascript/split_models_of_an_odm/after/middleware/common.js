const { JWT_SECRET } = require('../config');
const jwt = require('jsonwebtoken');

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

module.exports = { requireAuth, logRequest };
