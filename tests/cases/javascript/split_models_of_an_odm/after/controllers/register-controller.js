const { User } = require('../models/user');

// ---------- Auth ----------
const postRegister = async (req, res) => {
  const user = await User.create(req.body);
  res.status(201).json({ id: user._id });
};

module.exports = { postRegister };
