const { JWT_SECRET } = require('../config');
const { User } = require('../models/user');
const bcrypt = require('bcryptjs');
const jwt = require('jsonwebtoken');

const postLogin = async (req, res) => {
  const user = await User.findOne({ email: req.body.email });
  if (!user || !(await bcrypt.compare(req.body.password, user.password))) {
    return res.status(400).json({ error: 'bad credentials' });
  }
  res.json({ token: jwt.sign({ id: user._id }, JWT_SECRET, { expiresIn: '1h' }) });
};

module.exports = { postLogin };
