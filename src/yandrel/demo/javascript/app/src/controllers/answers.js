'use strict';

const ok = (body) => ({ status: 200, body });

const made = (body) => ({ status: 201, body });

const gone = () => ({ status: 204, body: null });

module.exports = { ok, made, gone };
