'use strict';

const express = require('express');

const { handle } = require('./app');

function answer(ask, reply) {
  const { status, body } = handle({ method: ask.method, path: ask.path, body: ask.body, headers: ask.headers });
  reply.status(status).json(body);
}

const server = express();
server.get('/hives', answer);
server.post('/hives', answer);
server.use(express.json());
server.listen(Number(process.env.PORT ?? 8080));
