const JWT_SECRET = process.env.JWT_SECRET || 'secret';

module.exports = { JWT_SECRET };
